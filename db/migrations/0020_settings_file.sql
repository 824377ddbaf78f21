-- Settings files that cannot be read as text, or are too large to be: kept as they came, in stretches that fit a packet.
CREATE TABLE IF NOT EXISTS settings_file (
  id         INT UNSIGNED NOT NULL AUTO_INCREMENT,
  craft_id   INT UNSIGNED NOT NULL,
  job_id     INT UNSIGNED NOT NULL,
  name       VARCHAR(120) NOT NULL,
  target     VARCHAR(120) NOT NULL,
  byte_count INT UNSIGNED NOT NULL,
  sha256     BINARY(32)   NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  created_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  KEY settings_file_craft (craft_id, id),
  CONSTRAINT settings_file_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT settings_file_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT settings_file_person FOREIGN KEY (person_id) REFERENCES person (id)
);

CREATE TABLE IF NOT EXISTS settings_file_part (
  file_id INT UNSIGNED NOT NULL,
  seq     INT UNSIGNED NOT NULL,
  bytes   MEDIUMBLOB   NOT NULL,
  PRIMARY KEY (file_id, seq),
  CONSTRAINT settings_file_part_file FOREIGN KEY (file_id) REFERENCES settings_file (id)
);
