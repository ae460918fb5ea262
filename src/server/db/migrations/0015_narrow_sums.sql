-- Sums of visits, narrow enough that a million visits are charted in a moment. The empty slug stands for all links together.
CREATE TABLE visit_hours (
  slug TEXT NOT NULL,
  -- Since 1970.
  hour INTEGER NOT NULL,
  person INTEGER NOT NULL,
  preview INTEGER NOT NULL,
  robot INTEGER NOT NULL,
  -- People who had not come before on that day.
  firsts INTEGER NOT NULL,
  PRIMARY KEY (slug, hour)
) STRICT, WITHOUT ROWID;

-- The same by days of UTC, so that all links of a year are summed up fast; their hours make the ends of a range exact.
CREATE TABLE visit_days (
  slug TEXT NOT NULL,
  -- Since 1970.
  day INTEGER NOT NULL,
  person INTEGER NOT NULL,
  firsts INTEGER NOT NULL,
  PRIMARY KEY (slug, day)
) STRICT, WITHOUT ROWID;

-- What people came with, by days of UTC.
CREATE TABLE visitor_days (
  slug TEXT NOT NULL,
  -- Since 1970.
  day INTEGER NOT NULL,
  device TEXT NOT NULL,
  system TEXT NOT NULL,
  language TEXT NOT NULL,
  count INTEGER NOT NULL,
  PRIMARY KEY (slug, day, device, system, language)
) STRICT, WITHOUT ROWID;

INSERT INTO visit_hours
SELECT slug, hour, sum(iif(who = 'person', count, 0)), sum(iif(who = 'preview', count, 0)), sum(iif(who = 'robot', count, 0)), sum(firsts)
FROM visits_by_hour GROUP BY slug, hour;
INSERT INTO visit_days
SELECT slug, hour / 24, sum(person), sum(firsts) FROM visit_hours GROUP BY 1, 2;
INSERT INTO visit_hours
SELECT '', hour, sum(person), sum(preview), sum(robot), sum(firsts) FROM visit_hours GROUP BY hour;

-- Languages are only known of visits that are still kept one by one; their first day may have lost some.
INSERT INTO visitor_days
SELECT slug, at / 86400000, device, system, language, count(*) FROM visits
WHERE who = 'person' AND at / 86400000 > (SELECT min(at) / 86400000 FROM visits)
GROUP BY 1, 2, 3, 4, 5;
INSERT INTO visitor_days
SELECT slug, hour / 24, device, system, '', sum(count) FROM visits_by_hour
WHERE who = 'person' AND hour / 24 <= (SELECT coalesce(min(at) / 86400000, 1000000) FROM visits)
GROUP BY 1, 2, 3, 4;
INSERT INTO visitor_days
SELECT '', day, device, system, language, sum(count) FROM visitor_days GROUP BY day, device, system, language;

DROP TABLE visits_by_hour;
