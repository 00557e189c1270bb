ALTER TABLE "child_states" ADD COLUMN "weeks" jsonb;--> statement-breakpoint
-- which version of the judgement worked a state out now stands with its day: one of an older version is given, and renewed beside
UPDATE "child_states" SET "stamp" = substr("stamp", strpos("stamp", ' ') + 1);--> statement-breakpoint
CREATE INDEX "sessions_adult" ON "sessions" USING btree ("adult_id","on");