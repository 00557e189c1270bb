-- A list that was taken back, or two records that were parted, could put a child into a class that had ended since: in no list, and
-- not among those who left. Such a class is there again, so that whoever leads the school finds the child; under a name of its own.
UPDATE "classes" c SET
  "removed_at" = NULL,
  "version" = c."version" + 1,
  "name" = CASE WHEN EXISTS (SELECT 1 FROM "classes" o WHERE o."name" = c."name" AND o."removed_at" IS NULL) THEN c."name" || ' (ended)' ELSE c."name" END
WHERE c."removed_at" IS NOT NULL
  AND EXISTS (SELECT 1 FROM "children" k WHERE k."class_id" = c."id" AND k."removed_at" IS NULL);
