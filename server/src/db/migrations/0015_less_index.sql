DROP INDEX "observations_by_horse";--> statement-breakpoint
DROP INDEX "observations_corrected";--> statement-breakpoint
CREATE INDEX "observations_corrected" ON "observations" USING btree ("corrects") WHERE "observations"."corrects" is not null;