-- Forwarding links. Every address that was ever given stays with its link, so that no plate is ever sent to something else.
CREATE TABLE links (
  id TEXT PRIMARY KEY,
  revision INTEGER NOT NULL,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
CREATE TABLE link_revisions (
  link_id TEXT NOT NULL REFERENCES links (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  PRIMARY KEY (link_id, number)
) STRICT, WITHOUT ROWID;
CREATE TABLE link_slugs (
  -- In large letters: addresses are alike in both.
  slug TEXT PRIMARY KEY,
  link_id TEXT NOT NULL REFERENCES links (id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

-- One row.
CREATE TABLE link_settings (
  only INTEGER PRIMARY KEY CHECK (only = 1),
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;

-- One row for each visit, for as long as the owner keeps them. No address, and nothing that leads to one.
CREATE TABLE visits (
  at INTEGER NOT NULL,
  slug TEXT NOT NULL,
  who TEXT NOT NULL,
  device TEXT NOT NULL,
  system TEXT NOT NULL,
  language TEXT NOT NULL,
  -- 0 for one that came on the same day before; null where nobody can tell.
  is_first INTEGER
) STRICT;
CREATE INDEX visits_by_time ON visits (at);

-- What charts are made of, kept in the same transaction.
CREATE TABLE visits_by_hour (
  slug TEXT NOT NULL,
  -- Since 1970.
  hour INTEGER NOT NULL,
  who TEXT NOT NULL,
  device TEXT NOT NULL,
  system TEXT NOT NULL,
  count INTEGER NOT NULL,
  firsts INTEGER NOT NULL,
  PRIMARY KEY (slug, hour, who, device, system)
) STRICT, WITHOUT ROWID;
CREATE INDEX visits_by_hour_and_slug ON visits_by_hour (hour, slug, who, count, firsts);

-- Logs of other servers, known by their beginning, with how far they have been read.
CREATE TABLE counted_logs (
  fingerprint TEXT PRIMARY KEY,
  bytes INTEGER NOT NULL
) STRICT;
