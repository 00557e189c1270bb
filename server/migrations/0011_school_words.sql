CREATE TABLE "school_words" (
	"word" text PRIMARY KEY NOT NULL,
	"offer" text NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
