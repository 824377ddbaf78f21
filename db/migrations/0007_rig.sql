-- Instruments of the shop: how each is reached, what it measures or drives, and until when its calibration counts.
CREATE TABLE IF NOT EXISTS instrument (
  id              INT UNSIGNED NOT NULL AUTO_INCREMENT,
  name            VARCHAR(60)  NOT NULL,
  transport       ENUM('scpi', 'line', 'serial') NOT NULL,
  host            VARCHAR(120) NOT NULL,
  port            INT UNSIGNED NOT NULL,
  command_map     JSON         NOT NULL,
  serial          VARCHAR(60)  NOT NULL DEFAULT '',
  calibrated_on   DATE         NULL,
  calibration_due DATE         NULL,
  -- One that lies in the drawer stays on the list.
  is_used         TINYINT      NOT NULL DEFAULT 1,
  version         INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (id),
  UNIQUE KEY instrument_name (name)
);

-- What a run needs beside its samples: air, mass, prop and the like; and remarks at moments of it.
ALTER TABLE bench_run ADD COLUMN IF NOT EXISTS options JSON NOT NULL DEFAULT '{}' AFTER limits;
ALTER TABLE bench_run ADD COLUMN IF NOT EXISTS rate_hz DOUBLE NOT NULL DEFAULT 20 AFTER options;
CREATE TABLE IF NOT EXISTS bench_run_note (
  run_id    INT UNSIGNED NOT NULL,
  id        INT UNSIGNED NOT NULL AUTO_INCREMENT,
  at_s      DOUBLE       NOT NULL,
  note      VARCHAR(300) NOT NULL,
  person_id INT UNSIGNED NOT NULL,
  noted_at  DATETIME(3)  NOT NULL,
  PRIMARY KEY (run_id, id),
  KEY bench_run_note_id (id),
  CONSTRAINT bench_run_note_run FOREIGN KEY (run_id) REFERENCES bench_run (id),
  CONSTRAINT bench_run_note_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Limits by channel, instruments as a list, columns by their channel's name: runs from before take the new form.
UPDATE bench_run
   SET limits = JSON_OBJECT(
         'current', JSON_OBJECT('max', JSON_EXTRACT(limits, '$.maxCurrentA')),
         'voltage', JSON_OBJECT('min', JSON_EXTRACT(limits, '$.minVoltageV'), 'max', JSON_EXTRACT(limits, '$.maxVoltageV')))
 WHERE JSON_EXISTS(limits, '$.maxCurrentA') OR JSON_EXISTS(limits, '$.minVoltageV') OR JSON_EXISTS(limits, '$.maxVoltageV');
UPDATE bench_run
   SET instruments = JSON_ARRAY(JSON_EXTRACT(instruments, '$.wattmeter'), JSON_EXTRACT(instruments, '$.throttle'))
 WHERE JSON_EXISTS(instruments, '$.wattmeter');
UPDATE bench_run
   SET instruments = '[]'
 WHERE instruments = 'null';
UPDATE bench_run_chunk
   SET columns_json = '[{"name":"time","unit":"s"},{"name":"throttle","unit":"1"},{"name":"voltage","unit":"V"},{"name":"current","unit":"A"}]'
 WHERE JSON_VALUE(columns_json, '$[0].name') = 'timeS';

-- The constants of a part as measured when it was known to be good.
CREATE TABLE IF NOT EXISTS part_baseline (
  craft_id INT UNSIGNED NOT NULL,
  part_id  INT UNSIGNED NOT NULL,
  run_id   INT UNSIGNED NOT NULL,
  facts    JSON         NOT NULL,
  taken_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (craft_id, part_id),
  CONSTRAINT part_baseline_part FOREIGN KEY (craft_id, part_id) REFERENCES fitted_part (craft_id, id),
  CONSTRAINT part_baseline_run FOREIGN KEY (run_id) REFERENCES bench_run (id)
);

-- The settings of a craft's ESCs side by side, with the reasons for differences that are meant.
CREATE TABLE IF NOT EXISTS esc_settings (
  craft_id INT UNSIGNED NOT NULL,
  content  JSON         NOT NULL,
  version  INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (craft_id),
  CONSTRAINT esc_settings_craft FOREIGN KEY (craft_id) REFERENCES craft (id)
);

-- Packs of the shop and its customers, and what was measured of each over its life.
CREATE TABLE IF NOT EXISTS pack (
  id           INT UNSIGNED NOT NULL AUTO_INCREMENT,
  label        VARCHAR(60)  NOT NULL,
  chemistry    VARCHAR(20)  NOT NULL,
  cell_count   TINYINT UNSIGNED NOT NULL,
  capacity_mah INT UNSIGNED NOT NULL,
  c_rating     DOUBLE       NULL,
  bought_on    DATE         NULL,
  retired_at   DATETIME(3)  NULL,
  version      INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (id),
  UNIQUE KEY pack_label (label)
);
CREATE TABLE IF NOT EXISTS pack_entry (
  pack_id         INT UNSIGNED NOT NULL,
  id              INT UNSIGNED NOT NULL AUTO_INCREMENT,
  measured_on     DATE         NOT NULL,
  cycles          INT UNSIGNED NULL,
  resistance_mohm DOUBLE       NULL,
  capacity_mah    DOUBLE       NULL,
  spread_mv       DOUBLE       NULL,
  note            VARCHAR(300) NOT NULL DEFAULT '',
  person_id       INT UNSIGNED NOT NULL,
  PRIMARY KEY (pack_id, id),
  KEY pack_entry_id (id),
  CONSTRAINT pack_entry_pack FOREIGN KEY (pack_id) REFERENCES pack (id),
  CONSTRAINT pack_entry_person FOREIGN KEY (person_id) REFERENCES person (id)
);
