CREATE TABLE IF NOT EXISTS entry (
  stream_id CHAR(36)     CHARACTER SET ascii NOT NULL,
  seq       BIGINT       NOT NULL,
  id        CHAR(36)     CHARACTER SET ascii NOT NULL,
  type      VARCHAR(60)  CHARACTER SET ascii NOT NULL,
  v         INT          NOT NULL,
  author    VARCHAR(120) NOT NULL,
  at_client VARCHAR(40)  CHARACTER SET ascii NOT NULL,
  at_server DATETIME(3)  NOT NULL,
  payload   LONGTEXT     NOT NULL,
  sha256    CHAR(64)     CHARACTER SET ascii NOT NULL,
  PRIMARY KEY (stream_id, seq),
  UNIQUE KEY by_id (id),
  CONSTRAINT entry_stream FOREIGN KEY (stream_id) REFERENCES stream (id)
) ENGINE = InnoDB
