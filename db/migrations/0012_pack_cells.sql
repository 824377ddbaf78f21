-- What each cell of a pack read: resistance in mΩ and volts at rest, as lists from the first cell on.
ALTER TABLE pack_entry
  ADD COLUMN IF NOT EXISTS cells_mohm JSON NULL AFTER resistance_mohm,
  ADD COLUMN IF NOT EXISTS cells_v    JSON NULL AFTER cells_mohm;
