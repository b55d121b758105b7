CREATE TABLE IF NOT EXISTS import_run (
  id         CHAR(36)    CHARACTER SET ascii NOT NULL,
  stage      VARCHAR(10) CHARACTER SET ascii NOT NULL,
  share      DOUBLE      NOT NULL,
  said       MEDIUMTEXT  NULL,
  changed_at DATETIME(3) NOT NULL,
  PRIMARY KEY (id)
) ENGINE = InnoDB
