ALTER TABLE "devices" ADD COLUMN "role" text DEFAULT 'instructor' NOT NULL;--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "rider_id" uuid;--> statement-breakpoint
ALTER TABLE "pairing_codes" ADD COLUMN "role" text DEFAULT 'instructor' NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing_codes" ADD COLUMN "rider_id" uuid;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing_codes" ADD CONSTRAINT "pairing_codes_rider_id_riders_id_fk" FOREIGN KEY ("rider_id") REFERENCES "public"."riders"("id") ON DELETE cascade ON UPDATE no action;