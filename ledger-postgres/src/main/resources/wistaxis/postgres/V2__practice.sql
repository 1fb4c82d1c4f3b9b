-- What was practised at each bench, as the bench numbers it.
CREATE TABLE practice (
  bench  text NOT NULL,
  number bigint NOT NULL,
  person text NOT NULL,
  kind   text NOT NULL CHECK (kind IN ('attempt', 'measured')),
  at     text NOT NULL,
  body   text NOT NULL,
  PRIMARY KEY (bench, number)
);
GRANT SELECT, INSERT ON practice TO ${application};
