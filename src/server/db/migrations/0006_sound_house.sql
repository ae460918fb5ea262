-- Which files jobs, templates and house styles need. A job needs those of all its revisions for as long as it is there.
CREATE TABLE file_references (
  hash TEXT NOT NULL CHECK (length(hash) = 64),
  owner TEXT NOT NULL CHECK (owner IN ('job', 'template', 'house style')),
  owner_id TEXT NOT NULL,
  PRIMARY KEY (owner, owner_id, hash)
) STRICT, WITHOUT ROWID;
CREATE INDEX file_references_by_hash ON file_references (hash);

CREATE TRIGGER jobs_let_go_of_files AFTER DELETE ON jobs
BEGIN
  DELETE FROM file_references WHERE owner = 'job' AND owner_id = OLD.id;
END;
CREATE TRIGGER templates_let_go_of_files AFTER DELETE ON templates
BEGIN
  DELETE FROM file_references WHERE owner = 'template' AND owner_id = OLD.id;
END;
CREATE TRIGGER house_styles_let_go_of_files AFTER DELETE ON house_styles
BEGIN
  DELETE FROM file_references WHERE owner = 'house style' AND owner_id = OLD.id;
END;

INSERT OR IGNORE INTO file_references
  SELECT files.hash, 'job', revisions.job_id FROM files JOIN revisions ON instr(revisions.document, files.hash) > 0;
INSERT OR IGNORE INTO file_references
  SELECT files.hash, 'template', templates.id FROM files JOIN templates ON instr(templates.document, files.hash) > 0;
INSERT OR IGNORE INTO file_references
  SELECT files.hash, 'house style', house_styles.id FROM files JOIN house_styles ON instr(house_styles.look, files.hash) > 0;

-- When a file was last brought or asked for: drafts and steps back, which only a browser knows, ask for theirs.
ALTER TABLE files ADD COLUMN asked_at TEXT NOT NULL DEFAULT '';
UPDATE files SET asked_at = added_at;

-- When the sitting began whose edits were saved by themselves; null for revisions that stay for ever.
ALTER TABLE revisions ADD COLUMN sitting_began_at TEXT;
DROP TRIGGER revisions_stay_as_they_are;
CREATE TRIGGER revisions_stay_as_they_are BEFORE UPDATE OF job_id, number, document, saved_at ON revisions
BEGIN
  SELECT RAISE (ABORT, 'a revision cannot be changed');
END;

-- Summaries are made anew: their limits are measured off the thread that answers. Equal messages are found by an index.
DELETE FROM summaries;
CREATE INDEX summaries_by_payload ON summaries (json_extract(summary, '$.payload'));
