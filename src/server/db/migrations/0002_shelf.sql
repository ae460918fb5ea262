ALTER TABLE jobs ADD COLUMN place TEXT NOT NULL DEFAULT 'shelf' CHECK (place IN ('shelf', 'archive', 'bin'));

-- What the shelf shows and searches of a job's newest revision; written together with it.
CREATE TABLE summaries (
  job_id TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
  summary TEXT NOT NULL CHECK (json_valid(summary))
) STRICT;

-- Revisions that were really made, with date and note.
CREATE TABLE makings (
  job_id TEXT NOT NULL,
  revision INTEGER NOT NULL,
  made_on TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, revision),
  FOREIGN KEY (job_id, revision) REFERENCES revisions (job_id, number) ON DELETE CASCADE
) STRICT;
