-- Test pieces: their documents, with what their photographs said.
CREATE TABLE coupons (
  id TEXT PRIMARY KEY,
  made_at TEXT NOT NULL,
  kept TEXT NOT NULL CHECK (json_valid(kept))
) STRICT;
