CREATE TABLE IF NOT EXISTS record_stretch (
  stream_id CHAR(36)   CHARACTER SET ascii NOT NULL,
  n         INT        NOT NULL,
  body      MEDIUMBLOB NOT NULL,
  PRIMARY KEY (stream_id, n)
) ENGINE = InnoDB
