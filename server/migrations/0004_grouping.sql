CREATE TABLE "group_moves" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"child_id" uuid NOT NULL,
	"what" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "group_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"children" jsonb NOT NULL,
	"slots" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"why" text DEFAULT '' NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "first_language" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "children" ADD COLUMN "needs" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "groups" ADD COLUMN "skills" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "groups" ADD COLUMN "slot" text;--> statement-breakpoint
ALTER TABLE "groups" ADD COLUMN "starts_on" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "groups" ADD COLUMN "ends_on" text;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "recorded" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "group_moves" ADD CONSTRAINT "group_moves_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_moves" ADD CONSTRAINT "group_moves_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "group_moves_child" ON "group_moves" USING btree ("child_id");