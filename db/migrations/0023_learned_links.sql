-- What checks looked at on closed jobs with one cause, and whether it was so: what the strengths of links are learned from.
CREATE TABLE IF NOT EXISTS closed_look (
  job_id     INT UNSIGNED NOT NULL,
  fault_id   VARCHAR(60)  NOT NULL,
  symptom_id VARCHAR(60)  NOT NULL,
  is_so      TINYINT      NOT NULL,
  PRIMARY KEY (job_id, symptom_id),
  KEY closed_look_link (fault_id, symptom_id, job_id),
  CONSTRAINT closed_look_case FOREIGN KEY (job_id) REFERENCES closed_case (job_id)
);

-- Counters over the looks of cases that count.
CREATE TABLE IF NOT EXISTS link_count (
  fault_id   VARCHAR(60)  NOT NULL,
  symptom_id VARCHAR(60)  NOT NULL,
  looked     INT UNSIGNED NOT NULL,
  shown      INT UNSIGNED NOT NULL,
  PRIMARY KEY (fault_id, symptom_id)
);

-- Links that a lead took back from the learning: for them the library's own figure counts.
CREATE TABLE IF NOT EXISTS link_taken_back (
  fault_id   VARCHAR(60)  NOT NULL,
  symptom_id VARCHAR(60)  NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  reason     VARCHAR(300) NOT NULL,
  taken_at   DATETIME(3)  NOT NULL,
  PRIMARY KEY (fault_id, symptom_id),
  CONSTRAINT link_taken_back_person FOREIGN KEY (person_id) REFERENCES person (id)
);
