CREATE TABLE "lendings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"group_id" uuid NOT NULL,
	"colleague_id" uuid NOT NULL,
	"from" text NOT NULL,
	"until" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "timetables" (
	"version" integer PRIMARY KEY NOT NULL,
	"meetings" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "starts" integer;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "room" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lendings" ADD CONSTRAINT "lendings_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lendings" ADD CONSTRAINT "lendings_colleague_id_colleagues_id_fk" FOREIGN KEY ("colleague_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lendings_group" ON "lendings" USING btree ("group_id");--> statement-breakpoint
CREATE INDEX "lendings_colleague" ON "lendings" USING btree ("colleague_id");