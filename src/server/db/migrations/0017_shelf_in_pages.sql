-- Imports that are under way: what they brought is seen once the import stands here no more.
CREATE TABLE arrivals (
  id TEXT PRIMARY KEY
) STRICT;
ALTER TABLE jobs ADD COLUMN arrival TEXT;
CREATE INDEX jobs_by_arrival ON jobs (arrival) WHERE arrival IS NOT NULL;
ALTER TABLE series_runs ADD COLUMN arrival TEXT;
CREATE INDEX series_runs_by_arrival ON series_runs (arrival) WHERE arrival IS NOT NULL;

-- What the list of jobs shows of each, as it is sent, with all that it is searched and sorted by. It is made anew from the other tables
-- whenever one of them changes, and filled by the program for jobs that have no line yet.
CREATE TABLE shelf (
  job_id TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
  arrival TEXT,
  place TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  state TEXT NOT NULL,
  collection TEXT NOT NULL,
  profile TEXT NOT NULL,
  name_key TEXT NOT NULL,
  collection_key TEXT NOT NULL,
  material_key TEXT NOT NULL,
  area_mm2 REAL NOT NULL,
  -- Without case and accents.
  words TEXT NOT NULL,
  entry TEXT NOT NULL CHECK (json_valid(entry))
) STRICT;
CREATE INDEX shelf_by_time ON shelf (place, saved_at DESC, arrival);
CREATE INDEX shelf_by_name ON shelf (place, name_key, arrival);
CREATE INDEX shelf_by_collection ON shelf (place, collection_key, collection, name_key, arrival);
