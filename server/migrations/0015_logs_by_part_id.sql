-- What was done is kept by the ids of parts; logs held their titles. A title that stands for several parts stands for all of them,
-- as it did; what no part has is left as it was.
UPDATE "logs" l SET "done" = coalesce((
  SELECT jsonb_agg(x.v ORDER BY x.n) FROM (
    SELECT p.part ->> 'id' AS v, p.n FROM jsonb_array_elements(s."plan" -> 'parts') WITH ORDINALITY AS p(part, n)
    WHERE l."done" ? (p.part ->> 'title') AND p.part ->> 'id' IS NOT NULL
    UNION ALL
    SELECT d.title, 1000 + d.n FROM jsonb_array_elements_text(l."done") WITH ORDINALITY AS d(title, n)
    WHERE NOT EXISTS (SELECT 1 FROM jsonb_array_elements(s."plan" -> 'parts') q WHERE q ->> 'title' = d.title AND q ->> 'id' IS NOT NULL)
  ) x
), '[]'::jsonb)
FROM "sessions" s WHERE s."id" = l."session" AND jsonb_typeof(s."plan" -> 'parts') = 'array';
