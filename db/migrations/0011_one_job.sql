-- What a proof was met by, in words: a kept run, typed figures, a photo, a witness, or "by eye, because …".
ALTER TABLE proof
  ADD COLUMN IF NOT EXISTS met_by VARCHAR(300) NOT NULL DEFAULT '' AFTER note;

-- When the customer was promised it, and whether it goes before others.
ALTER TABLE job
  ADD COLUMN IF NOT EXISTS promised_on DATE NULL AFTER waiting_for,
  ADD COLUMN IF NOT EXISTS is_urgent TINYINT NOT NULL DEFAULT 0 AFTER promised_on;

-- What was changed on a craft's sheet, each field with what it was. Append-only.
CREATE TABLE IF NOT EXISTS craft_change (
  craft_id  INT UNSIGNED NOT NULL,
  id        INT UNSIGNED NOT NULL AUTO_INCREMENT,
  at        DATETIME(3)  NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  changed   JSON         NOT NULL,
  PRIMARY KEY (craft_id, id),
  KEY craft_change_id (id),
  CONSTRAINT craft_change_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT craft_change_person FOREIGN KEY (person_id) REFERENCES person (id)
);
