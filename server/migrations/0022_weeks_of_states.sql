ALTER TABLE "child_states" ADD COLUMN "weeks" jsonb;--> statement-breakpoint
-- which version of the judgement worked a state out, and how far was taught, now stand with its day: such a state is given, and renewed beside
UPDATE "child_states" SET "stamp" = regexp_replace("stamp", '^\S+ (.*) \d+$', '\1');--> statement-breakpoint
CREATE INDEX "sessions_adult" ON "sessions" USING btree ("adult_id","on");