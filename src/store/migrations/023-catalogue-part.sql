CREATE TABLE IF NOT EXISTS catalogue_part (
  plain      VARCHAR(60)  NOT NULL,
  number     VARCHAR(60)  NOT NULL,
  superseded VARCHAR(60)  NULL,
  class      VARCHAR(60)  CHARACTER SET ascii NULL,
  json       MEDIUMTEXT   NOT NULL,
  edition    CHAR(36)     CHARACTER SET ascii NOT NULL,
  taken_at   DATETIME(3)  NOT NULL,
  PRIMARY KEY (plain),
  KEY by_superseded (superseded)
) ENGINE = InnoDB
