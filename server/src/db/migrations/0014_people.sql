CREATE TABLE "invitations" (
	"code_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "invitations_person_id_unique" UNIQUE("person_id")
);
--> statement-breakpoint
CREATE TABLE "passkey_challenges" (
	"challenge" text PRIMARY KEY NOT NULL,
	"person_id" uuid,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "passkeys" (
	"id" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"public_key" text NOT NULL,
	"counter" bigint NOT NULL,
	"domain" text NOT NULL,
	"kind" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"name_key" text NOT NULL,
	"role" text DEFAULT 'instructor' NOT NULL,
	"rider_id" uuid,
	"horse_ids" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"password_hash" text,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "people_name_key_unique" UNIQUE("name_key")
);
--> statement-breakpoint
CREATE TABLE "shares" (
	"id" uuid PRIMARY KEY NOT NULL,
	"token_hash" text NOT NULL,
	"what" jsonb NOT NULL,
	"title" text NOT NULL,
	"made_by" text,
	"made_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"opened_at" timestamp with time zone,
	CONSTRAINT "shares_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"name_hash" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"wait_until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "horse_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "turned_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "next_hash" text;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "next_key" text;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "before_hash" text;--> statement-breakpoint
ALTER TABLE "lesson_versions" ADD COLUMN "by" text;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "saved_by" text;--> statement-breakpoint
ALTER TABLE "pairing_codes" ADD COLUMN "horse_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "by" text;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "passkey_challenges" ADD CONSTRAINT "passkey_challenges_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "passkeys" ADD CONSTRAINT "passkeys_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "passkeys_by_person" ON "passkeys" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_next_hash_unique" UNIQUE("next_hash");--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_before_hash_unique" UNIQUE("before_hash");