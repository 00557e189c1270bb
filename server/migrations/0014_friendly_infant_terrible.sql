CREATE TABLE "child_states" (
	"child" uuid PRIMARY KEY NOT NULL,
	"stamp" text NOT NULL,
	"day" text NOT NULL,
	"line" jsonb NOT NULL,
	"strands" jsonb NOT NULL,
	"last_check" text,
	"direction" real
);
--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "evidence_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "reading_steps_marking" ON "reading_steps" USING btree ("marking");