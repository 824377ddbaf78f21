-- What a step of a run is for was read from its name; it is said by its role now.
UPDATE bench_run
   SET profile = REGEXP_REPLACE(profile, '"name":"motor ([0-9]+), jump"', '"name":"motor \\1, jump","role":"jump"')
 WHERE kind = 'motor';

UPDATE bench_run
   SET profile = REGEXP_REPLACE(profile, '"name":"motor ([0-9]+), before the jump"', '"name":"motor \\1, before the jump","role":"before jump"')
 WHERE kind = 'motor';

UPDATE bench_run
   SET profile = REPLACE(profile, '"name":"held by hand"', '"name":"held by hand","role":"hand held"')
 WHERE kind = 'servo';

UPDATE bench_run
   SET profile = REPLACE(profile, '"name":"held"', '"name":"held","role":"plateau"')
 WHERE kind = 'ladder';
