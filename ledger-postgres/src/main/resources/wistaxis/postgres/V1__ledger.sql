-- The ledger of a shop, with the roles that were named: one may append and read, one may read figures.
CREATE TABLE event (
  number   bigint PRIMARY KEY,
  ticket   text NOT NULL,
  at       text NOT NULL,
  wall     text,
  body     text NOT NULL,
  previous text NOT NULL,
  digest   text NOT NULL UNIQUE
);
CREATE INDEX event_ticket ON event (ticket, number);

-- The end of the chain: one row, locked by whoever appends.
CREATE TABLE head (
  one    boolean PRIMARY KEY DEFAULT true CHECK (one),
  last   bigint NOT NULL,
  digest text NOT NULL
);
INSERT INTO head (last, digest) VALUES (0, repeat('0', 64));

CREATE FUNCTION alone() RETURNS bigint LANGUAGE sql SECURITY DEFINER SET search_path = ${flyway:defaultSchema} AS
  'SELECT last FROM head FOR UPDATE';

-- An entry goes on from the last one, and its digest is that of what it says: else it is refused.
CREATE FUNCTION event_follows() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = ${flyway:defaultSchema} AS $$
DECLARE
  before head%ROWTYPE;
BEGIN
  SELECT * INTO before FROM head FOR UPDATE;
  IF NEW.number <> before.last + 1 OR NEW.previous <> before.digest THEN
    RAISE EXCEPTION 'the ledger goes on with entry % after %', before.last + 1, left(before.digest, 12) USING ERRCODE = 'WX001';
  END IF;
  IF NEW.digest <> encode(sha256(convert_to(NEW.previous || chr(10) || NEW.number || chr(10) || NEW.ticket || chr(10) || NEW.at
      || chr(10) || NEW.body || coalesce(chr(10) || 'wall ' || NEW.wall, ''), 'UTF8')), 'hex') THEN
    RAISE EXCEPTION 'the digest of entry % is not that of what it says', NEW.number USING ERRCODE = 'WX001';
  END IF;
  UPDATE head SET last = NEW.number, digest = NEW.digest;
  PERFORM pg_notify('wistaxis', NEW.number::text);
  RETURN NEW;
END $$;
CREATE TRIGGER event_follows BEFORE INSERT ON event FOR EACH ROW EXECUTE FUNCTION event_follows();

CREATE FUNCTION event_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is append-only' USING ERRCODE = 'WX002';
END $$;
CREATE TRIGGER event_stays BEFORE UPDATE OR DELETE ON event FOR EACH ROW EXECUTE FUNCTION event_stays();
CREATE TRIGGER event_is_never_emptied BEFORE TRUNCATE ON event FOR EACH STATEMENT EXECUTE FUNCTION event_stays();

-- What is computed from the entries.
CREATE TABLE ticket (
  number     text PRIMARY KEY,
  nr         bigint NOT NULL,
  title      text NOT NULL,
  stage      text NOT NULL,
  open       integer NOT NULL,
  identifier text,
  trouble    text,
  last       bigint NOT NULL,
  opened     text,
  closed     text,
  promised   text,
  hands      double precision,
  runs       double precision,
  line       double precision,
  lies       double precision,
  again      integer
);
CREATE INDEX ticket_open ON ticket (number) WHERE open = 1;
CREATE INDEX ticket_nr ON ticket (nr);
CREATE INDEX ticket_opened ON ticket (opened);
CREATE INDEX ticket_model ON ticket (identifier, last);
CREATE TABLE attempt (
  ticket     text NOT NULL,
  n          integer NOT NULL,
  step       text NOT NULL,
  identifier text,
  trouble    text,
  outcome    text,
  PRIMARY KEY (ticket, n)
);
CREATE INDEX attempt_case ON attempt (identifier, trouble, step, outcome);
CREATE TABLE stage_time (
  entry      bigint PRIMARY KEY,
  ticket     text NOT NULL,
  identifier text NOT NULL,
  stage      text NOT NULL,
  seconds    double precision NOT NULL
);
CREATE INDEX stage_time_ticket ON stage_time (ticket);
CREATE TABLE download_time (
  entry   bigint PRIMARY KEY,
  ticket  text NOT NULL,
  bytes   bigint NOT NULL,
  seconds double precision NOT NULL
);
CREATE INDEX download_time_ticket ON download_time (ticket);
CREATE TABLE device_kind (
  ticket     text PRIMARY KEY,
  kind       text NOT NULL,
  identifier text NOT NULL
);
CREATE TABLE host_try (
  ticket  text NOT NULL,
  n       integer NOT NULL,
  trouble text NOT NULL,
  words   text NOT NULL,
  step    text NOT NULL,
  helped  integer NOT NULL,
  PRIMARY KEY (ticket, n)
);
CREATE INDEX host_try_trouble ON host_try (trouble);
CREATE TABLE keys_try (
  ticket     text NOT NULL,
  n          integer NOT NULL,
  school     text NOT NULL,
  goal       text NOT NULL,
  person     text NOT NULL,
  identifier text NOT NULL,
  landed     integer NOT NULL,
  PRIMARY KEY (ticket, n)
);
CREATE INDEX keys_try_person ON keys_try (school, person);
CREATE TABLE shown_stage (
  ticket     text NOT NULL,
  n          integer NOT NULL,
  run        integer NOT NULL,
  identifier text NOT NULL,
  stage      text NOT NULL,
  PRIMARY KEY (ticket, n)
);
CREATE INDEX shown_stage_model ON shown_stage (identifier, ticket);
CREATE TABLE word (
  rowid bigint PRIMARY KEY,
  text  tsvector NOT NULL
);
CREATE INDEX word_text ON word USING gin (text);
CREATE TABLE projected (last bigint NOT NULL);
INSERT INTO projected VALUES (0);

-- Who the customers are, sealed: where the figures' role cannot look.
CREATE SCHEMA customers;
CREATE TABLE customers.person (
  ticket text PRIMARY KEY,
  key    bytea NOT NULL,
  nonce  bytea NOT NULL,
  sealed bytea NOT NULL
);
CREATE TABLE customers.forgotten (
  ticket text PRIMARY KEY,
  at     text NOT NULL
);
CREATE TABLE customers.mark (
  digest text NOT NULL,
  ticket text NOT NULL,
  PRIMARY KEY (digest, ticket)
);
CREATE INDEX mark_ticket ON customers.mark (ticket);
CREATE TABLE customers.secret (key bytea NOT NULL);

GRANT USAGE ON SCHEMA ${flyway:defaultSchema}, customers TO ${application};
GRANT SELECT, INSERT ON event TO ${application};
GRANT SELECT ON head, ${flyway:table} TO ${application};
REVOKE ALL ON FUNCTION alone() FROM PUBLIC;
GRANT EXECUTE ON FUNCTION alone() TO ${application};
GRANT SELECT, INSERT, UPDATE, DELETE ON ticket, attempt, stage_time, download_time, device_kind, host_try, keys_try, shown_stage, word,
  projected TO ${application};
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA customers TO ${application};
-- Who forgets a customer writes these tables anew, which only their owner may.
GRANT CREATE ON SCHEMA customers TO ${application};
ALTER TABLE customers.person OWNER TO ${application};
ALTER TABLE customers.mark OWNER TO ${application};
REVOKE CREATE ON SCHEMA customers FROM ${application};
GRANT USAGE ON SCHEMA ${flyway:defaultSchema} TO ${figures};
GRANT SELECT ON event, head, ticket, attempt, stage_time, download_time, device_kind, host_try, keys_try, shown_stage TO ${figures};
