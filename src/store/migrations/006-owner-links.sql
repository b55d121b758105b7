CREATE TABLE IF NOT EXISTS owner_link (
  id           CHAR(36)     CHARACTER SET ascii NOT NULL PRIMARY KEY,
  token_sha256 CHAR(64)     CHARACTER SET ascii NOT NULL,
  job          CHAR(36)     CHARACTER SET ascii NOT NULL,
  with_report  TINYINT      NOT NULL,
  made_by      CHAR(36)     CHARACTER SET ascii NOT NULL,
  made_at      DATETIME(3)  NOT NULL,
  expires_at   DATETIME(3)  NOT NULL,
  revoked_at   DATETIME(3)  NULL,
  UNIQUE KEY by_token (token_sha256),
  KEY by_job (job, made_at)
) ENGINE = InnoDB
