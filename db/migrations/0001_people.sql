CREATE TABLE IF NOT EXISTS person (
  id            INT UNSIGNED NOT NULL AUTO_INCREMENT,
  sign_in_name  VARCHAR(40)  NOT NULL,
  display_name  VARCHAR(80)  NOT NULL,
  role          ENUM('technician', 'lead', 'viewer') NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  created_at    DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  UNIQUE KEY person_sign_in_name (sign_in_name)
);

-- One row for each failed sign-in; old ones are swept on the way. `origin` is the caller's address.
CREATE TABLE IF NOT EXISTS sign_in_failure (
  sign_in_name VARCHAR(40) NOT NULL,
  at           DATETIME(3) NOT NULL,
  origin       VARCHAR(64) NOT NULL,
  KEY sign_in_failure_name (sign_in_name, at),
  KEY sign_in_failure_origin (origin, at)
);
