CREATE TABLE "password_links" (
	"secret_hash" text PRIMARY KEY NOT NULL,
	"colleague_id" uuid NOT NULL,
	"by" uuid,
	"ends_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "password_links" ADD CONSTRAINT "password_links_colleague_id_colleagues_id_fk" FOREIGN KEY ("colleague_id") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;