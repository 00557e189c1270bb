-- Stores a mark and raises the version of its child's evidence, with plans that are kept: it is asked for with every card.
-- The mark is JSON with the columns' names. True where it is new, false where it was there already.
CREATE FUNCTION store_mark(mark json) RETURNS boolean LANGUAGE plpgsql AS $$
DECLARE
  of_child uuid;
BEGIN
  INSERT INTO observations SELECT * FROM json_populate_record(NULL::observations, mark)
    ON CONFLICT DO NOTHING RETURNING child INTO of_child;
  IF of_child IS NULL THEN
    RETURN false;
  END IF;
  UPDATE children SET evidence_version = evidence_version + 1 WHERE id = of_child;
  RETURN true;
END
$$;
