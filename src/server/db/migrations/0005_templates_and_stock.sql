-- Jobs kept to begin others with.
CREATE TABLE templates (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  document TEXT NOT NULL CHECK (json_valid(document)),
  saved_at TEXT NOT NULL
) STRICT;

-- Sizes of the owner's own stock, in millimetres.
CREATE TABLE stock_sizes (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  width_mm REAL NOT NULL CHECK (width_mm >= 1),
  height_mm REAL NOT NULL CHECK (height_mm >= 1),
  corner_mm REAL NOT NULL CHECK (corner_mm >= 0)
) STRICT;
