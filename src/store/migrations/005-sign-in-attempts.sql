CREATE TABLE IF NOT EXISTS sign_in_attempt (
  id      CHAR(36)     CHARACTER SET ascii NOT NULL PRIMARY KEY,
  account VARCHAR(60)  NOT NULL,
  address VARCHAR(60)  CHARACTER SET ascii NOT NULL,
  at      DATETIME(3)  NOT NULL,
  KEY by_account (account, at),
  KEY by_address (address, at)
) ENGINE = InnoDB
