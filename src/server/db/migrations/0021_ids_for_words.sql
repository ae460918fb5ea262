-- Ids instead of words: states of runs, and owners of files. A column's own CHECK goes with the column.
ALTER TABLE series_runs ADD COLUMN state_id TEXT NOT NULL DEFAULT 'under-way' CHECK (
  state_id IN ('under-way', 'made', 'refused', 'unproved', 'mixed-up', 'given-up', 'broken')
);
UPDATE series_runs SET state_id = replace(state, ' ', '-');
ALTER TABLE series_runs DROP COLUMN state;
ALTER TABLE series_runs RENAME COLUMN state_id TO state;

CREATE TABLE kept_references AS SELECT hash, replace(owner, ' ', '-') AS owner, owner_id FROM file_references;
DROP TABLE file_references;
CREATE TABLE file_references (
  hash TEXT NOT NULL CHECK (length(hash) = 64),
  owner TEXT NOT NULL CHECK (owner IN ('job', 'template', 'house-style', 'series', 'run')),
  owner_id TEXT NOT NULL,
  PRIMARY KEY (owner, owner_id, hash)
) STRICT, WITHOUT ROWID;
CREATE INDEX file_references_by_hash ON file_references (hash);
INSERT INTO file_references SELECT hash, owner, owner_id FROM kept_references;
DROP TABLE kept_references;

DROP TRIGGER house_styles_let_go_of_files;
CREATE TRIGGER house_styles_let_go_of_files AFTER DELETE ON house_styles
BEGIN
  DELETE FROM file_references WHERE owner = 'house-style' AND owner_id = OLD.id;
END;
