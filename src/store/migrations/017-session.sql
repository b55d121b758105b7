CREATE TABLE IF NOT EXISTS session (
  id        CHAR(36)    CHARACTER SET ascii NOT NULL,
  person_id CHAR(36)    CHARACTER SET ascii NOT NULL,
  version   INT         NOT NULL,
  begun_at  DATETIME(3) NOT NULL,
  PRIMARY KEY (id),
  KEY by_age (begun_at)
) ENGINE = InnoDB
