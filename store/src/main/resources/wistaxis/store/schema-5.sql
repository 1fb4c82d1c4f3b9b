CREATE TABLE shown_stage (
  ticket     TEXT NOT NULL,
  n          INTEGER NOT NULL,
  run        INTEGER NOT NULL,
  identifier TEXT NOT NULL,
  stage      TEXT NOT NULL,
  PRIMARY KEY (ticket, n)
) STRICT, WITHOUT ROWID
--
CREATE INDEX shown_stage_model ON shown_stage (identifier, ticket)
--
DELETE FROM ticket
--
DELETE FROM attempt
--
DELETE FROM stage_time
--
DELETE FROM download_time
--
DELETE FROM device_kind
--
DELETE FROM host_try
--
DELETE FROM keys_try
--
INSERT INTO word (word) VALUES ('delete-all')
--
UPDATE projected SET last = 0
