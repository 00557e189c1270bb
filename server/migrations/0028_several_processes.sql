CREATE SEQUENCE "public"."access_version" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
CREATE TABLE "recording_parts" (
	"reading" uuid NOT NULL,
	"part" integer NOT NULL,
	"sound" "bytea" NOT NULL,
	CONSTRAINT "recording_parts_reading_part_pk" PRIMARY KEY("reading","part")
);
--> statement-breakpoint
CREATE TABLE "shared_secrets" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tries" (
	"key" text PRIMARY KEY NOT NULL,
	"n" integer NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "colleagues" ADD COLUMN "second_factor" jsonb;