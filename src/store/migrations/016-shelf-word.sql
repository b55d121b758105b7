CREATE TABLE IF NOT EXISTS shelf_word (
  word VARCHAR(60) CHARACTER SET ascii NOT NULL,
  part CHAR(36)    CHARACTER SET ascii NOT NULL,
  PRIMARY KEY (word, part),
  KEY by_part (part, word)
) ENGINE = InnoDB
