CREATE TABLE practice (
  number INTEGER PRIMARY KEY,
  person TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('attempt', 'measured')),
  at TEXT NOT NULL,
  body TEXT NOT NULL
) STRICT
--
CREATE INDEX practice_of_person ON practice (person, number)
