-- Every version of the fault library that a lead saved; the newest is in use, and with none the shipped one. Never changed.
CREATE TABLE IF NOT EXISTS library_revision (
  id         INT UNSIGNED NOT NULL AUTO_INCREMENT,
  saved_at   DATETIME(3)  NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  note       VARCHAR(300) NOT NULL,
  -- What it changed against the one before, in words, so that the history need not read two whole libraries.
  summary    VARCHAR(500) NOT NULL,
  content    LONGTEXT     NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT library_revision_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- What there is to check with, and what things cost: one row. Without it, all is at hand.
CREATE TABLE IF NOT EXISTS workshop (
  id      TINYINT      NOT NULL,
  content JSON         NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (id)
);

-- Handed-back jobs that the shop learns from. `counts` is 0 once a wrongly closed one was taken out.
CREATE TABLE IF NOT EXISTS closed_case (
  job_id     INT UNSIGNED NOT NULL,
  craft_kind VARCHAR(20)  NOT NULL,
  fault_ids  JSON         NOT NULL,
  counts     TINYINT      NOT NULL DEFAULT 1,
  decided_by INT UNSIGNED NULL,
  reason     VARCHAR(300) NOT NULL DEFAULT '',
  PRIMARY KEY (job_id),
  CONSTRAINT closed_case_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT closed_case_person FOREIGN KEY (decided_by) REFERENCES person (id)
);

-- Counters over the cases that count: how many jobs on this kind of craft had the fault; fault_id '' counts all jobs.
CREATE TABLE IF NOT EXISTS cause_count (
  craft_kind VARCHAR(20)  NOT NULL,
  fault_id   VARCHAR(60)  NOT NULL,
  jobs       INT UNSIGNED NOT NULL,
  PRIMARY KEY (craft_kind, fault_id)
);
