-- Summaries now hold the job's note; they are made anew from the documents when the store is opened.
DELETE FROM summaries;
