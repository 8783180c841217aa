CREATE TABLE "horse_snapshots" (
	"horse_id" uuid PRIMARY KEY NOT NULL,
	"snapshot" jsonb NOT NULL,
	"readings" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session_evidence" (
	"session_id" uuid PRIMARY KEY NOT NULL,
	"horse_id" uuid NOT NULL,
	"date" date NOT NULL,
	"evidence" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "horses" ADD COLUMN "fitness" text DEFAULT 'usual' NOT NULL;--> statement-breakpoint
ALTER TABLE "horses" ADD COLUMN "events" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "riders" ADD COLUMN "theme" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "horse_snapshots" ADD CONSTRAINT "horse_snapshots_horse_id_horses_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horses"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_evidence" ADD CONSTRAINT "session_evidence_session_id_sessions_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."sessions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "evidence_by_horse" ON "session_evidence" USING btree ("horse_id","date");--> statement-breakpoint
CREATE INDEX "observations_by_kind" ON "observations" USING btree ("kind","session_id");