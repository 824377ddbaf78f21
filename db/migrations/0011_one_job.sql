-- What a proof was met by, in words: a kept run, typed figures, a photo, a witness, or "by eye, because …".
ALTER TABLE proof
  ADD COLUMN IF NOT EXISTS met_by VARCHAR(300) NOT NULL DEFAULT '' AFTER note;
