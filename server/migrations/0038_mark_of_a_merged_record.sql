-- A mark of a record that went into another one while it was on its way is not stored under the one that went: KS001 says so, nothing
-- is kept, and it is stored under the other. Who makes two records one locks both first, so that neither passes the other unseen.
CREATE OR REPLACE FUNCTION store_mark(mark json) RETURNS boolean LANGUAGE plpgsql AS $$
DECLARE
  of_child uuid;
  into_child uuid;
BEGIN
  INSERT INTO observations SELECT * FROM json_populate_record(NULL::observations, mark)
    ON CONFLICT DO NOTHING RETURNING child INTO of_child;
  IF of_child IS NULL THEN
    RETURN false;
  END IF;
  UPDATE children SET evidence_version = evidence_version + 1 WHERE id = of_child RETURNING merged_into INTO into_child;
  IF into_child IS NOT NULL THEN
    RAISE EXCEPTION 'merged meanwhile' USING ERRCODE = 'KS001';
  END IF;
  RETURN true;
END
$$;
