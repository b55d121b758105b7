CREATE TABLE IF NOT EXISTS visit (
  stream_id CHAR(36)     CHARACTER SET ascii NOT NULL,
  pack      VARCHAR(64)  CHARACTER SET ascii NOT NULL,
  engine    VARCHAR(300) NULL,
  name      VARCHAR(2000) NOT NULL,
  opened_at DATETIME(3)  NOT NULL,
  hours     DOUBLE       NULL,
  places    MEDIUMTEXT   NOT NULL,
  awaited   MEDIUMTEXT   NOT NULL,
  read_any  TINYINT      NOT NULL,
  PRIMARY KEY (stream_id)
) ENGINE = InnoDB
