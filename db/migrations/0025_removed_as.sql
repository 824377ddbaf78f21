-- What a part came out as, said by whoever took it out: words alone do not tell a burnt one from "not burnt". NULL where nobody was asked.
ALTER TABLE fitted_part
  ADD COLUMN IF NOT EXISTS removed_as ENUM ('burnt', 'faulty', 'worn', 'crash', 'sound') NULL AFTER removed_reason;
