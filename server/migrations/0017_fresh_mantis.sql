ALTER TABLE "checks" ADD COLUMN "binned_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "checks" ADD COLUMN "binned_by" uuid;--> statement-breakpoint
ALTER TABLE "withdrawals" ADD COLUMN "bin" uuid;--> statement-breakpoint
CREATE INDEX "withdrawals_bin" ON "withdrawals" USING btree ("bin");