CREATE TABLE "horses" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text DEFAULT '' NOT NULL,
	"born_year" integer,
	"height_cm" real NOT NULL,
	"stage" integer NOT NULL,
	"approach" text NOT NULL,
	"hollow_side" text,
	"theme" text DEFAULT '' NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"rider_ids" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lessons" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"title" text NOT NULL,
	"horse_id" uuid,
	"document" jsonb NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "observations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"corrects" uuid,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "riders" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"name" text NOT NULL,
	"notes" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"horse_id" uuid NOT NULL,
	"rider_id" uuid,
	"lesson_id" uuid,
	"document" jsonb,
	"date" date NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"minutes" real,
	"notes" text DEFAULT '' NOT NULL,
	"homework" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD CONSTRAINT "lessons_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_session_id_sessions_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."sessions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lessons_by_time" ON "lessons" USING btree ("updated_at");--> statement-breakpoint
CREATE INDEX "observations_by_session" ON "observations" USING btree ("session_id");--> statement-breakpoint
CREATE INDEX "observations_by_horse" ON "observations" USING btree ("horse_id","kind","at");--> statement-breakpoint
CREATE INDEX "observations_corrected" ON "observations" USING btree ("corrects");--> statement-breakpoint
CREATE INDEX "sessions_by_horse" ON "sessions" USING btree ("horse_id","started_at");--> statement-breakpoint
CREATE INDEX "sessions_by_time" ON "sessions" USING btree ("started_at");