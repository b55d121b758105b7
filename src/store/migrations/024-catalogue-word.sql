CREATE TABLE IF NOT EXISTS catalogue_word (
  word  VARCHAR(60) NOT NULL,
  plain VARCHAR(60) NOT NULL,
  PRIMARY KEY (word, plain),
  KEY by_plain (plain, word)
) ENGINE = InnoDB
