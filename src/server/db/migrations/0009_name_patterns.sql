-- What files of a collection's jobs are called; jobs without a collection have the empty name.
CREATE TABLE name_patterns (
  collection TEXT PRIMARY KEY,
  pattern TEXT NOT NULL CHECK (pattern <> '')
) STRICT, WITHOUT ROWID;
