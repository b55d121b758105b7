CREATE TABLE IF NOT EXISTS job_aside (
  stream_id CHAR(36)    CHARACTER SET ascii NOT NULL,
  core      VARCHAR(80) CHARACTER SET ascii NOT NULL,
  since     DATETIME(3) NOT NULL,
  endings   INT         NOT NULL DEFAULT 0,
  why       VARCHAR(40) CHARACTER SET ascii NULL,
  PRIMARY KEY (stream_id)
) ENGINE = InnoDB
