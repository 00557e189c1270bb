ALTER TABLE "checks" ADD COLUMN "items" jsonb;--> statement-breakpoint
ALTER TABLE "checks" ADD COLUMN "late" text;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "card" text;--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "settings" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "settings_version" integer DEFAULT 1 NOT NULL;