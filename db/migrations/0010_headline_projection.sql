-- Bays are told to the job by their manifests, so their ids are plain text here. What the ticket says is a projection of the
-- events, made after the commit: headline_events tells of how many of them it was made.
ALTER TABLE job
  MODIFY bay VARCHAR(20) NOT NULL,
  MODIFY bays_done VARCHAR(200) NOT NULL DEFAULT '',
  MODIFY came_back_from VARCHAR(20) NULL,
  ADD COLUMN IF NOT EXISTS headline_events INT UNSIGNED NOT NULL DEFAULT 0 AFTER next_worth;

UPDATE job
   SET headline_events = event_count;
