-- A second source for a board: vendor's drawing beside maker's. Both are kept.
CREATE TABLE IF NOT EXISTS board_second_source (
  board_name VARCHAR(60)  NOT NULL,
  source     VARCHAR(120) NOT NULL,
  content    JSON         NOT NULL,
  person_id  INT UNSIGNED NOT NULL,
  created_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (board_name),
  CONSTRAINT board_second_source_person FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Which of the two is right, by a meter or by a person with a reason.
CREATE TABLE IF NOT EXISTS board_settlement (
  board_name     VARCHAR(60)              NOT NULL,
  difference_key VARCHAR(160)             NOT NULL,
  pick           ENUM('first', 'second')  NOT NULL,
  is_metered     BOOLEAN                  NOT NULL,
  reason         VARCHAR(200)             NOT NULL,
  person_id      INT UNSIGNED             NOT NULL,
  created_at     DATETIME(3)              NOT NULL,
  PRIMARY KEY (board_name, difference_key),
  CONSTRAINT board_settlement_person FOREIGN KEY (person_id) REFERENCES person (id)
);
