-- A flight log as it was read: what its columns are, what was said of it, and whether all of it has arrived.
CREATE TABLE IF NOT EXISTS flight_log (
  id           INT UNSIGNED    NOT NULL AUTO_INCREMENT,
  job_id       INT UNSIGNED    NOT NULL,
  person_id    INT UNSIGNED    NOT NULL,
  file_name    VARCHAR(200)    NOT NULL,
  -- Of the file and of what was made of it, so that one log is kept once and a broken upload goes on where it stopped.
  sha256       BINARY(32)      NOT NULL,
  byte_count   BIGINT UNSIGNED NOT NULL,
  row_count    INT UNSIGNED    NOT NULL,
  duration_s   DOUBLE          NOT NULL,
  rate_hz      DOUBLE          NOT NULL,
  columns_json JSON            NOT NULL,
  judgement    JSON            NOT NULL,
  state        ENUM('arriving', 'whole') NOT NULL,
  created_at   DATETIME(3)     NOT NULL,
  PRIMARY KEY (id),
  UNIQUE KEY flight_log_once (job_id, sha256),
  CONSTRAINT flight_log_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT flight_log_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- A stretch of one channel, compressed little-endian: float64 for the time, float32 for the rest.
CREATE TABLE IF NOT EXISTS flight_log_chunk (
  log_id INT UNSIGNED NOT NULL,
  role   VARCHAR(32)  NOT NULL,
  seq    INT UNSIGNED NOT NULL,
  data   LONGBLOB     NOT NULL,
  PRIMARY KEY (log_id, role, seq),
  CONSTRAINT flight_log_chunk_log FOREIGN KEY (log_id) REFERENCES flight_log (id)
);
