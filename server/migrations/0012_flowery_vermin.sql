CREATE TABLE "erasures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"asked_by" uuid NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"done_by" uuid,
	"done_at" timestamp with time zone,
	"counts" jsonb
);
--> statement-breakpoint
CREATE TABLE "merges" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" uuid NOT NULL,
	"kept" uuid NOT NULL,
	"gone" uuid NOT NULL,
	"name" text NOT NULL,
	"moved" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "date_of_birth" text;--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "merged_into" uuid;