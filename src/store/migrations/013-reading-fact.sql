CREATE TABLE IF NOT EXISTS reading_fact (
  id        CHAR(36)     CHARACTER SET ascii NOT NULL,
  stream_id CHAR(36)     CHARACTER SET ascii NOT NULL,
  pack      VARCHAR(64)  CHARACTER SET ascii NOT NULL,
  engine    VARCHAR(300) NULL,
  slot      VARCHAR(64)  CHARACTER SET ascii NOT NULL,
  feature   VARCHAR(130) CHARACTER SET ascii NOT NULL,
  point     VARCHAR(64)  CHARACTER SET ascii NOT NULL,
  value     DOUBLE       NOT NULL,
  taken_at  DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  KEY by_stream (stream_id),
  KEY by_slot (pack, slot, feature, taken_at, id),
  KEY by_engine (pack, engine(64), slot, feature, taken_at, id)
) ENGINE = InnoDB
