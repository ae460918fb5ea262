-- Which links stand where: written with whatever holds their addresses, so that a link that stands on a piece is never deleted.
-- Every base that links were ever reached under: what was made under an older one is out there.
CREATE TABLE link_bases (
  base TEXT PRIMARY KEY
) STRICT, WITHOUT ROWID;
CREATE TABLE link_uses (
  -- In large letters.
  slug TEXT NOT NULL,
  base TEXT NOT NULL,
  -- A revision is named by its job and its number; 'made' is a job that was made and is deleted.
  owner TEXT NOT NULL CHECK (owner IN ('revision', 'template', 'sheet', 'series', 'run', 'made')),
  owner_id TEXT NOT NULL,
  -- Of a run, how many of its pieces say it.
  pieces INTEGER NOT NULL,
  PRIMARY KEY (owner, owner_id, slug, base)
) STRICT, WITHOUT ROWID;
CREATE INDEX link_uses_by_slug ON link_uses (slug);

CREATE TRIGGER revisions_let_go_of_links AFTER DELETE ON revisions
BEGIN
  DELETE FROM link_uses WHERE owner = 'revision' AND owner_id = OLD.job_id || ' ' || OLD.number;
END;
CREATE TRIGGER made_jobs_keep_their_links BEFORE DELETE ON jobs
BEGIN
  INSERT OR IGNORE INTO link_uses (slug, base, owner, owner_id, pieces)
  SELECT slug, base, 'made', OLD.id, 0 FROM makings
  JOIN link_uses ON owner = 'revision' AND owner_id = OLD.id || ' ' || makings.revision
  WHERE makings.job_id = OLD.id;
END;
CREATE TRIGGER templates_let_go_of_links AFTER DELETE ON templates
BEGIN
  DELETE FROM link_uses WHERE owner = 'template' AND owner_id = OLD.id;
END;
CREATE TRIGGER sheets_let_go_of_links AFTER DELETE ON sheets
BEGIN
  DELETE FROM link_uses WHERE owner = 'sheet' AND owner_id = OLD.job_id;
END;
CREATE TRIGGER series_let_go_of_links AFTER DELETE ON series
BEGIN
  DELETE FROM link_uses WHERE owner = 'series' AND owner_id = OLD.job_id;
END;
CREATE TRIGGER runs_let_go_of_links AFTER DELETE ON series_runs
BEGIN
  DELETE FROM link_uses WHERE owner = 'run' AND owner_id = OLD.id;
END;
