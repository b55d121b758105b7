CREATE TABLE IF NOT EXISTS photo (
  sha256    CHAR(64)    CHARACTER SET ascii NOT NULL PRIMARY KEY,
  bytes     INT         NOT NULL,
  width     INT         NOT NULL,
  height    INT         NOT NULL,
  thumbnail MEDIUMBLOB  NOT NULL,
  added_at  DATETIME(3) NOT NULL
) ENGINE = InnoDB
