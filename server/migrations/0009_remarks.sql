CREATE TABLE "looks" (
	"colleague" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "remarks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"about" text NOT NULL,
	"subject" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"text" text NOT NULL,
	"mentions" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "looks" ADD CONSTRAINT "looks_colleague_colleagues_id_fk" FOREIGN KEY ("colleague") REFERENCES "public"."colleagues"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "remarks_subject" ON "remarks" USING btree ("subject","at");