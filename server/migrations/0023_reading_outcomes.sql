CREATE TABLE "reading_outcomes" (
	"reading" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"stamp" text NOT NULL,
	"outcome" jsonb NOT NULL
);
--> statement-breakpoint
CREATE INDEX "reading_outcomes_child" ON "reading_outcomes" USING btree ("child");