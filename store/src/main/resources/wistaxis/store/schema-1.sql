CREATE TABLE event (
  number   INTEGER PRIMARY KEY,
  ticket   TEXT NOT NULL,
  at       TEXT NOT NULL,
  body     TEXT NOT NULL,
  previous TEXT NOT NULL,
  digest   TEXT NOT NULL UNIQUE
) STRICT
--
CREATE INDEX event_ticket ON event (ticket, number)
--
CREATE TRIGGER event_is_never_changed BEFORE UPDATE ON event BEGIN SELECT RAISE(ABORT, 'the ledger is append-only'); END
--
CREATE TRIGGER event_is_never_removed BEFORE DELETE ON event BEGIN SELECT RAISE(ABORT, 'the ledger is append-only'); END
