DROP INDEX "sessions_by_time";--> statement-breakpoint
ALTER TABLE "observations" ADD COLUMN "good" boolean GENERATED ALWAYS AS (case kind when 'try' then data ->> 'result' = 'good' when 'corner' then (data ->> 'bent')::boolean end) STORED;--> statement-breakpoint
CREATE INDEX "sessions_by_date" ON "sessions" USING btree ("date");--> statement-breakpoint
CREATE INDEX "sessions_by_time" ON "sessions" USING btree ("started_at","id");