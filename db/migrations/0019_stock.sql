-- Parts on the shop's shelves. `on_hand` is the sum of the item's moves and `reserved` that of its reservations, written in the same
-- transaction, so that whoever holds the row knows both.
CREATE TABLE IF NOT EXISTS stock_item (
  id           INT UNSIGNED NOT NULL AUTO_INCREMENT,
  kind         VARCHAR(30)  NOT NULL,
  name         VARCHAR(80)  NOT NULL,
  shelf        VARCHAR(40)  NOT NULL DEFAULT '',
  continuous_a DOUBLE       NULL,
  price_cents  INT UNSIGNED NULL,
  on_hand      INT UNSIGNED NOT NULL DEFAULT 0,
  reserved     INT UNSIGNED NOT NULL DEFAULT 0,
  -- With fewer than these, it is to be ordered.
  fewest       INT UNSIGNED NOT NULL DEFAULT 0,
  version      INT UNSIGNED NOT NULL DEFAULT 1,
  PRIMARY KEY (id),
  UNIQUE KEY stock_item_name (kind, name)
);

-- What came and went, and why. Only ever added to.
CREATE TABLE IF NOT EXISTS stock_move (
  id        BIGINT UNSIGNED NOT NULL AUTO_INCREMENT,
  item_id   INT UNSIGNED NOT NULL,
  pieces    INT          NOT NULL,
  note      VARCHAR(200) NOT NULL,
  job_id    INT UNSIGNED NULL,
  person_id INT UNSIGNED NOT NULL,
  moved_at  DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  KEY stock_move_item (item_id, id),
  CONSTRAINT stock_move_item FOREIGN KEY (item_id) REFERENCES stock_item (id),
  CONSTRAINT stock_move_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Pieces that a job put its name on.
CREATE TABLE IF NOT EXISTS stock_reservation (
  item_id INT UNSIGNED NOT NULL,
  job_id  INT UNSIGNED NOT NULL,
  pieces  INT UNSIGNED NOT NULL,
  PRIMARY KEY (item_id, job_id),
  KEY stock_reservation_job (job_id),
  CONSTRAINT stock_reservation_item FOREIGN KEY (item_id) REFERENCES stock_item (id),
  CONSTRAINT stock_reservation_job FOREIGN KEY (job_id) REFERENCES job (id)
);

-- Where a fitted part came from and what it cost; where one that was lent went.
ALTER TABLE fitted_part
  ADD COLUMN IF NOT EXISTS from_craft_id INT UNSIGNED NULL AFTER fitted_job_id,
  ADD COLUMN IF NOT EXISTS cost_cents INT UNSIGNED NULL AFTER from_craft_id,
  ADD COLUMN IF NOT EXISTS minutes DOUBLE NULL AFTER cost_cents,
  ADD COLUMN IF NOT EXISTS lent_to_craft_id INT UNSIGNED NULL AFTER removed_reason,
  ADD KEY IF NOT EXISTS fitted_part_kind (kind, removed_at);
