CREATE TABLE "appointments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"horse_id" uuid,
	"rider_id" uuid,
	"first" date NOT NULL,
	"last" date,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "busy_calendars" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "programmes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"horse_id" uuid NOT NULL,
	"ended_on" date,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "timetables" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "appointment_id" uuid;--> statement-breakpoint
ALTER TABLE "appointments" ADD CONSTRAINT "appointments_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointments" ADD CONSTRAINT "appointments_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "programmes" ADD CONSTRAINT "programmes_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "appointments_by_day" ON "appointments" USING btree ("first","last");--> statement-breakpoint
CREATE INDEX "programmes_by_horse" ON "programmes" USING btree ("horse_id");