ALTER TABLE ticket ADD COLUMN opened TEXT
--
ALTER TABLE ticket ADD COLUMN closed TEXT
--
ALTER TABLE ticket ADD COLUMN promised TEXT
--
ALTER TABLE ticket ADD COLUMN hands REAL
--
ALTER TABLE ticket ADD COLUMN runs REAL
--
ALTER TABLE ticket ADD COLUMN line REAL
--
ALTER TABLE ticket ADD COLUMN lies REAL
--
ALTER TABLE ticket ADD COLUMN again INTEGER
--
CREATE TABLE device_kind (
  ticket     TEXT PRIMARY KEY,
  kind       TEXT NOT NULL,
  identifier TEXT NOT NULL
) STRICT, WITHOUT ROWID
--
CREATE TABLE host_try (
  ticket  TEXT NOT NULL,
  n       INTEGER NOT NULL,
  trouble TEXT NOT NULL,
  words   TEXT NOT NULL,
  step    TEXT NOT NULL,
  helped  INTEGER NOT NULL,
  PRIMARY KEY (ticket, n)
) STRICT, WITHOUT ROWID
--
CREATE INDEX host_try_trouble ON host_try (trouble)
--
CREATE TABLE keys_try (
  ticket     TEXT NOT NULL,
  n          INTEGER NOT NULL,
  school     TEXT NOT NULL,
  goal       TEXT NOT NULL,
  person     TEXT NOT NULL,
  identifier TEXT NOT NULL,
  landed     INTEGER NOT NULL,
  PRIMARY KEY (ticket, n)
) STRICT, WITHOUT ROWID
--
CREATE INDEX keys_try_person ON keys_try (school, person)
--
DELETE FROM ticket
--
DELETE FROM attempt
--
DELETE FROM stage_time
--
DELETE FROM download_time
--
INSERT INTO word (word) VALUES ('delete-all')
--
UPDATE projected SET last = 0
