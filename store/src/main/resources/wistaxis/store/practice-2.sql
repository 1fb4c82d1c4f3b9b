ALTER TABLE practice ADD COLUMN bench TEXT NOT NULL DEFAULT ''
--
ALTER TABLE practice ADD COLUMN theirs INTEGER NOT NULL DEFAULT 0
--
CREATE UNIQUE INDEX practice_theirs ON practice (bench, theirs) WHERE bench <> ''
