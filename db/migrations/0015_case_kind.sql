-- What a kind of craft taught is read with every case: its closed cases by kind.
CREATE INDEX IF NOT EXISTS closed_case_kind ON closed_case (craft_kind, counts);
