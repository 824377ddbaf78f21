-- How warm a pack was when it was measured: a cold one resists more, and looks older than it is.
ALTER TABLE pack_entry
  ADD COLUMN IF NOT EXISTS temperature_c DOUBLE NULL AFTER spread_mv;
