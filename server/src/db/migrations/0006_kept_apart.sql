CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"source" text NOT NULL,
	"session_ids" jsonb NOT NULL,
	"observation_ids" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "horses" ALTER COLUMN "height_cm" SET DATA TYPE double precision;--> statement-breakpoint
ALTER TABLE "sessions" ALTER COLUMN "minutes" SET DATA TYPE double precision;--> statement-breakpoint
ALTER TABLE "horses" ADD COLUMN "retired_on" date;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "riders" ADD COLUMN "retired_on" date;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
-- Kept in another form; it is made again when it is asked for.
DELETE FROM "horse_snapshots";
