CREATE TABLE IF NOT EXISTS job (
  id              INT UNSIGNED NOT NULL AUTO_INCREMENT,
  craft_id        INT UNSIGNED NOT NULL,
  technician_id   INT UNSIGNED NULL,
  complaint       VARCHAR(300) NOT NULL,
  phase           VARCHAR(20)  NOT NULL,
  history         VARCHAR(20)  NOT NULL,
  last_change     VARCHAR(300) NOT NULL DEFAULT '',
  -- How often an intermittent fault came before the repair, and over how long; NULL when it is always there.
  failure_count   INT UNSIGNED NULL,
  failure_time_s  DOUBLE       NULL,
  bay             ENUM('receive', 'isolate', 'bench', 'refit', 'prove', 'handback') NOT NULL,
  -- Bays passed, as a comma-separated list in the order of the path: what the punched ticket shows.
  bays_done       SET('receive', 'isolate', 'bench', 'refit', 'prove', 'handback') NOT NULL DEFAULT '',
  came_back_from  VARCHAR(10)  NULL,
  waiting_for     VARCHAR(120) NOT NULL DEFAULT '',
  -- What the strip says, kept up to date by every verb, so that the board computes nothing.
  headline        VARCHAR(160) NOT NULL DEFAULT '',
  detail          VARCHAR(200) NOT NULL DEFAULT '',
  next_step       VARCHAR(160) NOT NULL DEFAULT '',
  next_worth      VARCHAR(200) NOT NULL DEFAULT '',
  received_at     DATETIME(3)  NOT NULL,
  closed_at       DATETIME(3)  NULL,
  -- 1 while open, NULL when closed: leads the index that the board reads.
  is_open         TINYINT      NULL DEFAULT 1,
  event_count     INT UNSIGNED NOT NULL DEFAULT 0,
  request_key     CHAR(36)     NOT NULL,
  version         INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (id),
  UNIQUE KEY job_request_key (request_key),
  KEY job_board (is_open, received_at, id),
  KEY job_craft (craft_id, id),
  CONSTRAINT job_of_craft FOREIGN KEY (craft_id) REFERENCES craft (id),
  CONSTRAINT job_technician FOREIGN KEY (technician_id) REFERENCES person (id)
);

-- The history of a job. Append-only: a correction is a new event.
CREATE TABLE IF NOT EXISTS job_event (
  job_id    INT UNSIGNED NOT NULL,
  seq       INT UNSIGNED NOT NULL,
  at        DATETIME(3)  NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  -- The job's version that this event made: a person who lost a race is shown the events after the version they saw.
  job_version INT UNSIGNED NOT NULL,
  kind      VARCHAR(30)  NOT NULL,
  payload   JSON         NOT NULL,
  PRIMARY KEY (job_id, seq),
  CONSTRAINT job_event_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT job_event_person FOREIGN KEY (person_id) REFERENCES person (id)
);

CREATE TABLE IF NOT EXISTS job_photo (
  job_id     INT UNSIGNED NOT NULL,
  id         INT UNSIGNED NOT NULL,
  media_type VARCHAR(20)  NOT NULL,
  file_name  VARCHAR(160) NOT NULL,
  byte_count INT UNSIGNED NOT NULL,
  sha256     BINARY(32)   NOT NULL,
  bytes      LONGBLOB     NOT NULL,
  added_at   DATETIME(3)  NOT NULL,
  PRIMARY KEY (job_id, id),
  UNIQUE KEY job_photo_once (job_id, sha256),
  CONSTRAINT job_photo_job FOREIGN KEY (job_id) REFERENCES job (id)
);

CREATE TABLE IF NOT EXISTS proof (
  job_id     INT UNSIGNED NOT NULL,
  kind       VARCHAR(30)  NOT NULL,
  place      SMALLINT UNSIGNED NOT NULL,
  state      ENUM('open', 'met', 'failed', 'waived') NOT NULL DEFAULT 'open',
  asked_by   VARCHAR(200) NOT NULL,
  note       VARCHAR(500) NOT NULL DEFAULT '',
  decided_by INT UNSIGNED NULL,
  decided_at DATETIME(3)  NULL,
  PRIMARY KEY (job_id, kind),
  CONSTRAINT proof_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT proof_person FOREIGN KEY (decided_by) REFERENCES person (id)
);
