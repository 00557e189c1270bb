ALTER TABLE "cues" ADD COLUMN "picture" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "cues" ADD COLUMN "story" text DEFAULT '' NOT NULL;