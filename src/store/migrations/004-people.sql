CREATE TABLE IF NOT EXISTS person (
  id              CHAR(36)     CHARACTER SET ascii NOT NULL PRIMARY KEY,
  account         VARCHAR(60)  NOT NULL,
  name            VARCHAR(120) NOT NULL,
  role            VARCHAR(20)  CHARACTER SET ascii NOT NULL,
  password_hash   VARCHAR(200) CHARACTER SET ascii NOT NULL,
  session_version INT          NOT NULL DEFAULT 1,
  created_at      DATETIME(3)  NOT NULL,
  UNIQUE KEY by_account (account)
) ENGINE = InnoDB
