CREATE TABLE "cues" (
	"gpc" text PRIMARY KEY NOT NULL,
	"key_word" text DEFAULT '' NOT NULL,
	"cue" text DEFAULT '' NOT NULL,
	"action" text DEFAULT '' NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stated_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"rule" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "teaching_orders" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"style" text NOT NULL,
	"steps" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "word_corrections" (
	"word" text PRIMARY KEY NOT NULL,
	"units" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
