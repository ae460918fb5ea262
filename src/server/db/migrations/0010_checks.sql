-- Photographs of finished pieces that were checked, with what was found; the picture itself is kept as a small one.
CREATE TABLE checks (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL,
  revision INTEGER NOT NULL,
  checked_at TEXT NOT NULL,
  note TEXT NOT NULL,
  file_name TEXT NOT NULL,
  -- What the proof had said of the revision; NULL where it had not been proved.
  predicted TEXT CHECK (predicted IN ('good', 'caution', 'stop')),
  result TEXT NOT NULL CHECK (json_valid(result)),
  thumbnail BLOB NOT NULL,
  FOREIGN KEY (job_id, revision) REFERENCES revisions (job_id, number) ON DELETE CASCADE
) STRICT;

CREATE INDEX checks_of_jobs ON checks (job_id, checked_at);
