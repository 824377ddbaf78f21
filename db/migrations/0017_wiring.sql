-- The shop's board files. Each save is a version of its own; what was planned with keeps its copy.
CREATE TABLE IF NOT EXISTS board_file (
  id      INT UNSIGNED NOT NULL AUTO_INCREMENT,
  name    VARCHAR(60)  NOT NULL,
  PRIMARY KEY (id),
  UNIQUE KEY board_file_name (name)
);
CREATE TABLE IF NOT EXISTS board_file_version (
  board_id   INT UNSIGNED      NOT NULL,
  version    SMALLINT UNSIGNED NOT NULL,
  source     VARCHAR(120)      NOT NULL,
  content    JSON              NOT NULL,
  person_id  INT UNSIGNED      NOT NULL,
  created_at DATETIME(3)       NOT NULL,
  PRIMARY KEY (board_id, version),
  CONSTRAINT board_version_of FOREIGN KEY (board_id) REFERENCES board_file (id),
  CONSTRAINT board_version_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- What is being planned on a job: the case with its pins and forbidden pads.
CREATE TABLE IF NOT EXISTS wiring_plan (
  job_id  INT UNSIGNED NOT NULL,
  version INT UNSIGNED NOT NULL,
  content JSON         NOT NULL,
  PRIMARY KEY (job_id),
  CONSTRAINT wiring_plan_job FOREIGN KEY (job_id) REFERENCES job (id)
);

-- How a craft is wired, wire by wire; each refit is a version.
CREATE TABLE IF NOT EXISTS craft_wiring (
  craft_id   INT UNSIGNED      NOT NULL,
  version    SMALLINT UNSIGNED NOT NULL,
  job_id     INT UNSIGNED      NOT NULL,
  content    JSON              NOT NULL,
  created_at DATETIME(3)       NOT NULL,
  PRIMARY KEY (craft_id, version),
  KEY craft_wiring_job (job_id),
  CONSTRAINT craft_wiring_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT craft_wiring_job FOREIGN KEY (job_id) REFERENCES job (id)
);

-- Settings as they were read off a board: plain text, kept as it came.
CREATE TABLE IF NOT EXISTS settings_snapshot (
  craft_id   INT UNSIGNED NOT NULL,
  id         INT UNSIGNED NOT NULL AUTO_INCREMENT,
  job_id     INT UNSIGNED NOT NULL,
  name       VARCHAR(120) NOT NULL,
  target     VARCHAR(120) NOT NULL,
  content    MEDIUMBLOB   NOT NULL,
  line_count INT UNSIGNED NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  created_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (craft_id, id),
  KEY settings_snapshot_id (id),
  CONSTRAINT settings_snapshot_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT settings_snapshot_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT settings_snapshot_person FOREIGN KEY (person_id) REFERENCES person (id)
);
