-- What the fault library calls symptoms was called readings, and a calculation a sum; the history is read by the new names.
-- A quotation mark inside a remark is escaped in JSON, so only keys are met.
UPDATE job_event
   SET payload = REPLACE(payload, '"readingId":', '"symptomId":')
 WHERE kind IN ('finding_added', 'proof_decided');

UPDATE job_event
   SET payload = REPLACE(payload, '"readings":', '"symptoms":')
 WHERE kind = 'evidence_given';

UPDATE job_event
   SET kind = 'calculation_kept', payload = REPLACE(payload, '"sumId":', '"calculatorId":')
 WHERE kind = 'sum_kept';
