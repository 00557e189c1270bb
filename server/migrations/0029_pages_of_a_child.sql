DROP INDEX "observations_child";--> statement-breakpoint
DROP INDEX "reading_steps_child";--> statement-breakpoint
CREATE INDEX "observations_child" ON "observations" USING btree ("child","id");--> statement-breakpoint
CREATE INDEX "reading_steps_child" ON "reading_steps" USING btree ("child","id");