CREATE TABLE IF NOT EXISTS job_photo (
  stream_id CHAR(36)    CHARACTER SET ascii NOT NULL,
  sha256    CHAR(64)    CHARACTER SET ascii NOT NULL,
  added_at  DATETIME(3) NOT NULL,
  PRIMARY KEY (stream_id, sha256)
) ENGINE = InnoDB
