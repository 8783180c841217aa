CREATE TABLE "devices" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person" text NOT NULL,
	"kind" text NOT NULL,
	"token_hash" text NOT NULL,
	"paired_at" timestamp with time zone NOT NULL,
	"last_seen_at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "devices_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "pairing_codes" (
	"code_hash" text PRIMARY KEY NOT NULL,
	"person" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_aside" (
	"id" uuid PRIMARY KEY NOT NULL,
	"device_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"path" text NOT NULL,
	"body" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "set_aside" ADD CONSTRAINT "set_aside_device_id_devices_id_fk" FOREIGN KEY ("device_id") REFERENCES "public"."devices"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "set_aside_by_time" ON "set_aside" USING btree ("at");