CREATE TABLE "school_years" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"ended_at" timestamp with time zone NOT NULL,
	"by" uuid NOT NULL,
	"classes" jsonb NOT NULL,
	"groups" jsonb NOT NULL,
	"change" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
