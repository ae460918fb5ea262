-- Series that were asked for: everything they are made from, so that they go on after a restart and can be made again. What was
-- made stays, whatever becomes of the job.
CREATE TABLE series_runs (
  number INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id TEXT NOT NULL,
  job_name TEXT NOT NULL,
  revision INTEGER NOT NULL,
  asked_at TEXT NOT NULL,
  ended_at TEXT,
  state TEXT NOT NULL CHECK (
    state IN ('under way', 'made', 'refused', 'unproved', 'mixed up', 'given up', 'broken')
  ),
  wish TEXT NOT NULL CHECK (json_valid(wish)),
  report TEXT CHECK (report IS NULL OR json_valid(report))
) STRICT;
CREATE INDEX series_runs_by_job ON series_runs (job_id);

-- Each piece that was handed over.
CREATE TABLE made_pieces (
  run_id TEXT NOT NULL REFERENCES series_runs (id) ON DELETE CASCADE,
  row INTEGER NOT NULL,
  copy INTEGER NOT NULL,
  name TEXT NOT NULL,
  payload TEXT NOT NULL,
  file TEXT NOT NULL,
  page INTEGER,
  place INTEGER,
  note TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (run_id, row, copy)
) STRICT, WITHOUT ROWID;
CREATE INDEX made_pieces_by_payload ON made_pieces (payload);
CREATE INDEX made_pieces_by_name ON made_pieces (name);

-- Series and runs need pictures, too.
CREATE TABLE kept_references AS SELECT hash, owner, owner_id FROM file_references;
DROP TABLE file_references;
CREATE TABLE file_references (
  hash TEXT NOT NULL CHECK (length(hash) = 64),
  owner TEXT NOT NULL CHECK (owner IN ('job', 'template', 'house style', 'series', 'run')),
  owner_id TEXT NOT NULL,
  PRIMARY KEY (owner, owner_id, hash)
) STRICT, WITHOUT ROWID;
CREATE INDEX file_references_by_hash ON file_references (hash);
INSERT INTO file_references SELECT hash, owner, owner_id FROM kept_references;
DROP TABLE kept_references;

CREATE TRIGGER series_let_go_of_files AFTER DELETE ON series
BEGIN
  DELETE FROM file_references WHERE owner = 'series' AND owner_id = OLD.job_id;
END;
CREATE TRIGGER runs_let_go_of_files AFTER DELETE ON series_runs
BEGIN
  DELETE FROM file_references WHERE owner = 'run' AND owner_id = OLD.id;
END;
