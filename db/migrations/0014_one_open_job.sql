-- A craft is here once: `is_open` is NULL on closed jobs, so that this key holds for the open one alone.
ALTER TABLE job
  ADD UNIQUE KEY IF NOT EXISTS job_one_open (craft_id, is_open);

-- What a page sends twice, because the first answer was lost, is written once.
ALTER TABLE pack_entry
  ADD COLUMN IF NOT EXISTS request_key CHAR(36) NULL,
  ADD UNIQUE KEY IF NOT EXISTS pack_entry_request (request_key);
ALTER TABLE bench_run_note
  ADD COLUMN IF NOT EXISTS request_key CHAR(36) NULL,
  ADD UNIQUE KEY IF NOT EXISTS bench_run_note_request (request_key);
