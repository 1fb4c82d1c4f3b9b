CREATE TABLE ticket (
  number     TEXT PRIMARY KEY,
  nr         INTEGER NOT NULL,
  title      TEXT NOT NULL,
  stage      TEXT NOT NULL,
  open       INTEGER NOT NULL,
  identifier TEXT,
  trouble    TEXT,
  last       INTEGER NOT NULL
) STRICT, WITHOUT ROWID
--
CREATE INDEX ticket_open ON ticket (open, number)
--
CREATE INDEX ticket_nr ON ticket (nr)
--
CREATE TABLE attempt (
  ticket     TEXT NOT NULL,
  n          INTEGER NOT NULL,
  step       TEXT NOT NULL,
  identifier TEXT,
  trouble    TEXT,
  outcome    TEXT,
  PRIMARY KEY (ticket, n)
) STRICT, WITHOUT ROWID
--
CREATE INDEX attempt_case ON attempt (identifier, trouble, step, outcome)
--
CREATE TABLE stage_time (
  entry      INTEGER PRIMARY KEY,
  ticket     TEXT NOT NULL,
  identifier TEXT NOT NULL,
  stage      TEXT NOT NULL,
  seconds    REAL NOT NULL
) STRICT
--
CREATE TABLE download_time (
  entry   INTEGER PRIMARY KEY,
  ticket  TEXT NOT NULL,
  bytes   INTEGER NOT NULL,
  seconds REAL NOT NULL
) STRICT
--
CREATE VIRTUAL TABLE word USING fts5(text, content='', detail='none', columnsize=0)
--
CREATE TABLE projected (last INTEGER NOT NULL) STRICT
--
INSERT INTO projected VALUES (0)
