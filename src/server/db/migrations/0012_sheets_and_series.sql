-- What is laid on a sheet, with the job that it was begun from.
CREATE TABLE sheets (
  job_id TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;

-- Sheets, rolls and labels of the owner's own.
CREATE TABLE sheet_stocks (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  stock TEXT NOT NULL CHECK (json_valid(stock))
) STRICT;

-- A table or numbers, with what each row sets, with the job that it makes pieces of.
CREATE TABLE series (
  job_id TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
