CREATE TABLE IF NOT EXISTS job_card (
  stream_id CHAR(36)     CHARACTER SET ascii NOT NULL,
  seq       INT          NOT NULL,
  core      VARCHAR(80)  CHARACTER SET ascii NOT NULL,
  made_at   DATETIME(3)  NOT NULL,
  name      VARCHAR(200) NULL,
  number    VARCHAR(120) NULL,
  is_over   TINYINT      NOT NULL,
  wanted_by VARCHAR(10)  CHARACTER SET ascii NULL,
  card      MEDIUMTEXT   NOT NULL,
  PRIMARY KEY (stream_id)
) ENGINE = InnoDB
