CREATE TABLE "session_styles" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"parts" jsonb NOT NULL,
	"old_to_new" integer NOT NULL,
	"at_error" text NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "logs" ADD COLUMN "minutes" integer;--> statement-breakpoint
ALTER TABLE "logs" ADD COLUMN "left" jsonb;