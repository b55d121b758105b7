CREATE TABLE IF NOT EXISTS upload_chunk (
  upload_id CHAR(36)   CHARACTER SET ascii NOT NULL,
  n         INT        NOT NULL,
  data      MEDIUMBLOB NOT NULL,
  PRIMARY KEY (upload_id, n)
) ENGINE = InnoDB
