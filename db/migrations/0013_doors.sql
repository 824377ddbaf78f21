-- Somebody signed in on one device. The cookie holds the key; here stands its SHA-256. Ended by deleting the row.
CREATE TABLE IF NOT EXISTS session (
  key_hash   BINARY(32)   NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  created_at DATETIME(3)  NOT NULL,
  expires_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (key_hash),
  KEY session_person (person_id),
  KEY session_expires (expires_at),
  CONSTRAINT session_of_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Failed sign-ins of one name from one address, and from when on the next try counts. The name '' stands for all of an address.
CREATE TABLE IF NOT EXISTS sign_in_pause (
  sign_in_name VARCHAR(40)  NOT NULL,
  origin       VARCHAR(64)  NOT NULL,
  tries        INT UNSIGNED NOT NULL,
  tried_at     DATETIME(3)  NOT NULL,
  free_at      DATETIME(3)  NOT NULL,
  PRIMARY KEY (sign_in_name, origin),
  KEY sign_in_pause_tried (tried_at)
);
DROP TABLE IF EXISTS sign_in_failure;

-- A person who has left keeps their name on what they did and signs in no more.
ALTER TABLE person
  ADD COLUMN IF NOT EXISTS disabled_at DATETIME(3) NULL AFTER created_at;
