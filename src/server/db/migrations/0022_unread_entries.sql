-- What archives brought that no program until now can read: it is kept as text, told, and goes out again as it came.
CREATE TABLE unread_entries (
  -- SHA-256 of entry, list and text.
  digest TEXT PRIMARY KEY CHECK (length(digest) = 64),
  -- Where it stood in the archive: the file, and of a file with several lists the list.
  entry TEXT NOT NULL,
  list TEXT NOT NULL,
  kind TEXT NOT NULL,
  name TEXT NOT NULL,
  text TEXT NOT NULL,
  problem TEXT NOT NULL,
  came_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE kept_references AS SELECT hash, owner, owner_id FROM file_references;
DROP TABLE file_references;
CREATE TABLE file_references (
  hash TEXT NOT NULL CHECK (length(hash) = 64),
  owner TEXT NOT NULL CHECK (owner IN ('job', 'template', 'house-style', 'series', 'run', 'unread')),
  owner_id TEXT NOT NULL,
  PRIMARY KEY (owner, owner_id, hash)
) STRICT, WITHOUT ROWID;
CREATE INDEX file_references_by_hash ON file_references (hash);
INSERT INTO file_references SELECT hash, owner, owner_id FROM kept_references;
DROP TABLE kept_references;
