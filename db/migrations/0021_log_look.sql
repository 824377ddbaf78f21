-- How a flight log was last looked at: whoever opens it next sees the same moment.
ALTER TABLE flight_log ADD COLUMN IF NOT EXISTS look JSON NULL;
