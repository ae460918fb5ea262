-- What the owner calls a revision; empty without a name.
ALTER TABLE revisions ADD COLUMN name TEXT NOT NULL DEFAULT '';
