ALTER TABLE "set_aside" ADD COLUMN "about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "set_aside" ADD COLUMN "bytes" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "set_aside_by_device" ON "set_aside" USING btree ("device_id");--> statement-breakpoint
UPDATE "set_aside" SET
  "bytes" = octet_length("body"::text),
  "about" = CASE "path" WHEN 'observations' THEN 'observations' WHEN 'rides' THEN 'a marked ride' ELSE 'a session' END
    || coalesce(' of ' || left("body"->>'date', 10), '');
