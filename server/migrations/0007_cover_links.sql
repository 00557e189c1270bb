CREATE TABLE "cover_links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"secret_hash" text NOT NULL,
	"session" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"opened_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "cover_links" ADD CONSTRAINT "cover_links_session_sessions_id_fk" FOREIGN KEY ("session") REFERENCES "public"."sessions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "cover_links_secret" ON "cover_links" USING btree ("secret_hash");--> statement-breakpoint
CREATE INDEX "cover_links_session" ON "cover_links" USING btree ("session");