CREATE TABLE person (
  ticket TEXT PRIMARY KEY,
  key    BLOB NOT NULL,
  nonce  BLOB NOT NULL,
  sealed BLOB NOT NULL
) STRICT, WITHOUT ROWID
--
CREATE TABLE forgotten (
  ticket TEXT PRIMARY KEY,
  at     TEXT NOT NULL
) STRICT, WITHOUT ROWID
--
CREATE TABLE mark (
  digest TEXT NOT NULL,
  ticket TEXT NOT NULL,
  PRIMARY KEY (digest, ticket)
) STRICT, WITHOUT ROWID
--
CREATE INDEX mark_ticket ON mark (ticket)
--
CREATE TABLE secret (key BLOB NOT NULL) STRICT
