CREATE TABLE IF NOT EXISTS masked_name (
  entry_id  CHAR(36)    CHARACTER SET ascii NOT NULL,
  field     VARCHAR(40) CHARACTER SET ascii NOT NULL,
  owner     CHAR(36)    CHARACTER SET ascii NOT NULL,
  masked_at DATETIME(3) NOT NULL,
  PRIMARY KEY (entry_id, field)
) ENGINE = InnoDB
