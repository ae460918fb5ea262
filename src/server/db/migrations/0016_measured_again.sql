-- Until here a job that could not be measured in two seconds was stopped for ever. Those that were are measured again.
UPDATE summaries SET summary = json_set(summary, '$.severity', 'unknown')
WHERE json_extract(summary, '$.severity') = 'stop' AND NOT json_extract(summary, '$.isUnreadable');
