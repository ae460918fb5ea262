-- The owner's own profiles: the values of a material on a machine.
CREATE TABLE profiles (
  id TEXT PRIMARY KEY CHECK (length(id) = 36),
  name TEXT NOT NULL UNIQUE CHECK (name <> ''),
  note TEXT NOT NULL,
  based_on TEXT NOT NULL,
  pair TEXT NOT NULL CHECK (json_valid(pair)),
  saved_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Which profile a job was made with. Until format version 7 documents named material and machine.
UPDATE summaries SET summary = json_set(summary, '$.profile', coalesce(
  (SELECT coalesce(
     json_extract(document, '$.making.pair.profile'),
     json_extract(document, '$.making.material') || '.' || json_extract(document, '$.making.machine'))
   FROM revisions WHERE revisions.job_id = summaries.job_id AND json_valid(document) ORDER BY number DESC LIMIT 1),
  ''));
