-- Who saved a revision: a save whose answer was lost is known again when it is sent a second time.
ALTER TABLE revisions ADD COLUMN save_id TEXT;
