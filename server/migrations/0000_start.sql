CREATE TABLE "checks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"stack" jsonb NOT NULL,
	"finished_at" timestamp with time zone,
	"finished_reason" text
);
--> statement-breakpoint
CREATE TABLE "children" (
	"id" uuid PRIMARY KEY NOT NULL,
	"given_name" text NOT NULL,
	"family_name" text DEFAULT '' NOT NULL,
	"class_id" uuid NOT NULL,
	"external_id" text,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "class_colleagues" (
	"class_id" uuid NOT NULL,
	"colleague_id" uuid NOT NULL,
	CONSTRAINT "class_colleagues_class_id_colleague_id_pk" PRIMARY KEY("class_id","colleague_id")
);
--> statement-breakpoint
CREATE TABLE "classes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"year" text DEFAULT '' NOT NULL,
	"order_id" text NOT NULL,
	"taught_steps" integer DEFAULT 0 NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "colleagues" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"role" text NOT NULL,
	"password_hash" text NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "group_members" (
	"group_id" uuid NOT NULL,
	"child_id" uuid NOT NULL,
	CONSTRAINT "group_members_group_id_child_id_pk" PRIMARY KEY("group_id","child_id")
);
--> statement-breakpoint
CREATE TABLE "groups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"adult_id" uuid,
	"focus" jsonb NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY NOT NULL,
	"file_name" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"added_children" jsonb NOT NULL,
	"added_classes" jsonb NOT NULL,
	"moved" jsonb NOT NULL,
	"undone_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "logs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"attendance" jsonb NOT NULL,
	"done" jsonb NOT NULL,
	"happened" text NOT NULL,
	"replaces" uuid
);
--> statement-breakpoint
CREATE TABLE "notes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "observations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"gpc" text,
	"skill" text,
	"item" text,
	"outcome" text NOT NULL,
	"said" text,
	"ms" integer,
	"options" integer,
	"from_memory" boolean,
	"replaces" uuid,
	"check" uuid
);
--> statement-breakpoint
CREATE TABLE "schools" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text DEFAULT 'Europe/London' NOT NULL,
	"demo" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"group_id" uuid NOT NULL,
	"on" text NOT NULL,
	"minutes" integer NOT NULL,
	"adult_id" uuid,
	"plan" jsonb NOT NULL,
	"members" jsonb NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_ins" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"colleague_id" uuid NOT NULL,
	"csrf" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "trail" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" uuid,
	"action" text NOT NULL,
	"subject" text
);
--> statement-breakpoint
CREATE TABLE "withdrawals" (
	"id" uuid PRIMARY KEY NOT NULL,
	"observation" uuid NOT NULL,
	"child" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "checks" ADD CONSTRAINT "checks_child_children_id_fk" FOREIGN KEY ("child") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "children" ADD CONSTRAINT "children_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_colleagues" ADD CONSTRAINT "class_colleagues_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_colleagues" ADD CONSTRAINT "class_colleagues_colleague_id_colleagues_id_fk" FOREIGN KEY ("colleague_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_members" ADD CONSTRAINT "group_members_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_members" ADD CONSTRAINT "group_members_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "groups" ADD CONSTRAINT "groups_adult_id_colleagues_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "logs" ADD CONSTRAINT "logs_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_child_children_id_fk" FOREIGN KEY ("child") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_group_id_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."groups"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_adult_id_colleagues_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_ins" ADD CONSTRAINT "sign_ins_colleague_id_colleagues_id_fk" FOREIGN KEY ("colleague_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "withdrawals" ADD CONSTRAINT "withdrawals_child_children_id_fk" FOREIGN KEY ("child") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "checks_child" ON "checks" USING btree ("child");--> statement-breakpoint
CREATE INDEX "children_class" ON "children" USING btree ("class_id");--> statement-breakpoint
CREATE UNIQUE INDEX "colleagues_email" ON "colleagues" USING btree ("email");--> statement-breakpoint
CREATE INDEX "logs_session" ON "logs" USING btree ("session");--> statement-breakpoint
CREATE INDEX "notes_session" ON "notes" USING btree ("session");--> statement-breakpoint
CREATE INDEX "observations_child" ON "observations" USING btree ("child","at");--> statement-breakpoint
CREATE INDEX "observations_check" ON "observations" USING btree ("check");--> statement-breakpoint
CREATE INDEX "sessions_on" ON "sessions" USING btree ("on");--> statement-breakpoint
CREATE INDEX "sessions_group" ON "sessions" USING btree ("group_id");--> statement-breakpoint
CREATE INDEX "trail_at" ON "trail" USING btree ("at");--> statement-breakpoint
CREATE INDEX "withdrawals_child" ON "withdrawals" USING btree ("child");