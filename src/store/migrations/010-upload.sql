CREATE TABLE IF NOT EXISTS upload (
  id        CHAR(36)    CHARACTER SET ascii NOT NULL PRIMARY KEY,
  stream_id CHAR(36)    CHARACTER SET ascii NOT NULL,
  bytes     INT         NOT NULL,
  sha256    CHAR(64)    CHARACTER SET ascii NULL,
  begun_at  DATETIME(3) NOT NULL,
  KEY by_age (begun_at)
) ENGINE = InnoDB
