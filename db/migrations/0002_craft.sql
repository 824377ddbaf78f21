CREATE TABLE IF NOT EXISTS craft (
  id              INT UNSIGNED NOT NULL AUTO_INCREMENT,
  name            VARCHAR(60)  NOT NULL,
  tail_number     VARCHAR(20)  NOT NULL,
  serial          VARCHAR(40)  NOT NULL,
  kind            VARCHAR(20)  NOT NULL,
  frame_class     VARCHAR(60)  NOT NULL,
  mass_g          INT UNSIGNED NOT NULL,
  motor_count     TINYINT UNSIGNED NOT NULL,
  cell_count      TINYINT UNSIGNED NOT NULL,
  owner           VARCHAR(80)  NOT NULL,
  baseline_run_id INT UNSIGNED NULL,
  version         INT UNSIGNED NOT NULL DEFAULT 1,
  created_at      DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  UNIQUE KEY craft_tail_number (tail_number),
  KEY craft_name (name)
);

-- Every part that ever sat in a position of a craft. A row with removed_at NULL is fitted now.
CREATE TABLE IF NOT EXISTS fitted_part (
  craft_id       INT UNSIGNED NOT NULL,
  id             INT UNSIGNED NOT NULL,
  kind           VARCHAR(30)  NOT NULL,
  position       VARCHAR(40)  NOT NULL,
  name           VARCHAR(80)  NOT NULL,
  serial         VARCHAR(40)  NOT NULL,
  continuous_a   DOUBLE       NULL,
  fitted_at      DATETIME(3)  NOT NULL,
  fitted_job_id  INT UNSIGNED NULL,
  removed_at     DATETIME(3)  NULL,
  removed_job_id INT UNSIGNED NULL,
  removed_reason VARCHAR(300) NULL,
  PRIMARY KEY (craft_id, id),
  KEY fitted_part_serial (serial),
  CONSTRAINT fitted_part_craft FOREIGN KEY (craft_id) REFERENCES craft (id)
);
