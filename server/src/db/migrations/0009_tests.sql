CREATE TABLE "marked_rides" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"horse_id" uuid NOT NULL,
	"rider_id" uuid,
	"lesson_id" uuid,
	"document" jsonb NOT NULL,
	"date" date NOT NULL,
	"kind" text NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	"judges" jsonb NOT NULL,
	"errors" integer DEFAULT 0 NOT NULL,
	"target" double precision,
	"notes" text DEFAULT '' NOT NULL,
	"corrections" jsonb NOT NULL,
	"evidence" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "sheet" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "marked_rides" ADD CONSTRAINT "marked_rides_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "marked_rides" ADD CONSTRAINT "marked_rides_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "rides_by_horse" ON "marked_rides" USING btree ("horse_id","date");--> statement-breakpoint
CREATE INDEX "rides_by_sheet" ON "marked_rides" USING btree ("lesson_id");