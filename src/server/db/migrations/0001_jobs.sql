CREATE TABLE jobs (
  id TEXT PRIMARY KEY,
  created_at TEXT NOT NULL,
  current_revision INTEGER NOT NULL CHECK (current_revision >= 1)
) STRICT;

CREATE TABLE revisions (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  number INTEGER NOT NULL CHECK (number >= 1),
  document TEXT NOT NULL CHECK (json_valid(document)),
  saved_at TEXT NOT NULL,
  PRIMARY KEY (job_id, number)
) STRICT;

CREATE TRIGGER revisions_stay_as_they_are BEFORE UPDATE ON revisions
BEGIN
  SELECT RAISE (ABORT, 'a revision cannot be changed');
END;

CREATE TABLE proofs (
  job_id TEXT NOT NULL,
  revision INTEGER NOT NULL,
  report TEXT NOT NULL CHECK (json_valid(report)),
  proved_at TEXT NOT NULL,
  PRIMARY KEY (job_id, revision),
  FOREIGN KEY (job_id, revision) REFERENCES revisions (job_id, number) ON DELETE CASCADE
) STRICT;
