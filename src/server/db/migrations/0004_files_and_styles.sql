-- Logos and pictures that jobs and house styles refer to, each kept once under the SHA-256 of its bytes.
CREATE TABLE files (
  hash TEXT PRIMARY KEY CHECK (length(hash) = 64),
  media_type TEXT NOT NULL CHECK (media_type IN ('image/svg+xml', 'image/png')),
  bytes BLOB NOT NULL,
  added_at TEXT NOT NULL
) STRICT;

-- Styles with a name, applied on purpose.
CREATE TABLE house_styles (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  look TEXT NOT NULL CHECK (json_valid(look)),
  saved_at TEXT NOT NULL
) STRICT;

-- The house style with which new jobs of a collection begin.
CREATE TABLE collection_styles (
  collection TEXT PRIMARY KEY,
  house_style_id TEXT NOT NULL REFERENCES house_styles (id) ON DELETE CASCADE
) STRICT;
