-- Under which id the newest revision of a link was sent: a save whose answer was lost is known again when it is sent a second time.
ALTER TABLE links ADD COLUMN save_id TEXT;
