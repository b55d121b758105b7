CREATE TABLE IF NOT EXISTS supplier_quote (
  plain    VARCHAR(60) NOT NULL,
  json     TEXT        NOT NULL,
  asked_at DATETIME(3) NOT NULL,
  PRIMARY KEY (plain)
) ENGINE = InnoDB
