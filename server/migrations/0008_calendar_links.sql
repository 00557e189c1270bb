CREATE TABLE "calendar_links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"secret_hash" text NOT NULL,
	"colleague" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"read_at" timestamp with time zone,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "calendar_links" ADD CONSTRAINT "calendar_links_colleague_colleagues_id_fk" FOREIGN KEY ("colleague") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "calendar_links_secret" ON "calendar_links" USING btree ("secret_hash");--> statement-breakpoint
CREATE INDEX "calendar_links_colleague" ON "calendar_links" USING btree ("colleague");