CREATE TABLE IF NOT EXISTS stream (
  id         CHAR(36)     CHARACTER SET ascii NOT NULL PRIMARY KEY,
  kind       VARCHAR(20)  CHARACTER SET ascii NOT NULL,
  head_seq   BIGINT       NOT NULL DEFAULT 0,
  created_at DATETIME(3)  NOT NULL,
  KEY by_kind (kind, created_at)
) ENGINE = InnoDB
