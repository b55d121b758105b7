CREATE TABLE IF NOT EXISTS pack (
  sha256   CHAR(64)    CHARACTER SET ascii NOT NULL PRIMARY KEY,
  id       VARCHAR(60) CHARACTER SET ascii NOT NULL,
  revision INT         NOT NULL,
  body     LONGTEXT    NOT NULL,
  added_at DATETIME(3) NOT NULL,
  KEY by_name (id, revision)
) ENGINE = InnoDB
