-- Pictures that a technician put into a job's report: a run's fit, a stretch of a log.
CREATE TABLE IF NOT EXISTS report_picture (
  job_id    INT UNSIGNED NOT NULL,
  id        INT UNSIGNED NOT NULL,
  caption   VARCHAR(200) NOT NULL,
  sha256    BINARY(32)   NOT NULL,
  png       MEDIUMBLOB   NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  added_at  DATETIME(3)  NOT NULL,
  PRIMARY KEY (job_id, id),
  UNIQUE KEY report_picture_once (job_id, sha256),
  CONSTRAINT report_picture_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT report_picture_person FOREIGN KEY (person_id) REFERENCES person (id)
);
