CREATE TABLE IF NOT EXISTS bench_run (
  id             INT UNSIGNED NOT NULL AUTO_INCREMENT,
  craft_id       INT UNSIGNED NOT NULL,
  job_id         INT UNSIGNED NULL,
  person_id      INT UNSIGNED NOT NULL,
  kind           VARCHAR(20)  NOT NULL,
  profile        JSON         NOT NULL,
  limits         JSON         NOT NULL,
  instruments    JSON         NOT NULL,
  state          ENUM('armed', 'running', 'ended') NOT NULL,
  -- Why the throttle went to zero: end_of_profile, limit, stop_key, operator_lost, instrument_lost, disarmed, agent_lost.
  cut_cause      VARCHAR(20)  NULL,
  cut_detail     VARCHAR(300) NOT NULL DEFAULT '',
  cut_at_s       DOUBLE       NULL,
  created_at     DATETIME(3)  NOT NULL,
  ended_at       DATETIME(3)  NULL,
  PRIMARY KEY (id),
  KEY bench_run_craft (craft_id, id),
  KEY bench_run_job (job_id, id),
  CONSTRAINT bench_run_of_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT bench_run_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT bench_run_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Samples as compressed little-endian float32 columns: time_s, throttle, voltage_v, current_a, each of sample_count values.
CREATE TABLE IF NOT EXISTS bench_run_chunk (
  run_id       INT UNSIGNED NOT NULL,
  seq          INT UNSIGNED NOT NULL,
  sample_count INT UNSIGNED NOT NULL,
  from_s       DOUBLE       NOT NULL,
  rate_hz      DOUBLE       NOT NULL,
  columns_json JSON         NOT NULL,
  data         LONGBLOB     NOT NULL,
  PRIMARY KEY (run_id, seq),
  CONSTRAINT bench_run_chunk_run FOREIGN KEY (run_id) REFERENCES bench_run (id)
);
