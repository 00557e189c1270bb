CREATE TABLE "reading_steps" (
	"id" uuid PRIMARY KEY NOT NULL,
	"reading" uuid NOT NULL,
	"child" uuid NOT NULL,
	"marking" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"n" integer NOT NULL,
	"step" jsonb NOT NULL,
	"received_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"text_id" text NOT NULL,
	"title" text NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"words" jsonb NOT NULL,
	"questions" jsonb NOT NULL,
	"paper" boolean
);
--> statement-breakpoint
CREATE TABLE "recordings" (
	"reading" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"mime" text NOT NULL,
	"parts" integer NOT NULL,
	"delete_on" text NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "texts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"offered" jsonb NOT NULL,
	"explain" jsonb NOT NULL,
	"questions" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "recording_consent" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "reading_steps" ADD CONSTRAINT "reading_steps_reading_readings_id_fk" FOREIGN KEY ("reading") REFERENCES "public"."readings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_child_children_id_fk" FOREIGN KEY ("child") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recordings" ADD CONSTRAINT "recordings_reading_readings_id_fk" FOREIGN KEY ("reading") REFERENCES "public"."readings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_steps_reading" ON "reading_steps" USING btree ("reading");--> statement-breakpoint
CREATE INDEX "reading_steps_child" ON "reading_steps" USING btree ("child");--> statement-breakpoint
CREATE INDEX "readings_child" ON "readings" USING btree ("child","at");