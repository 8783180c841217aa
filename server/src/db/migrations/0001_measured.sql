ALTER TABLE "horses" ADD COLUMN "measured" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "horses" ADD COLUMN "limits" jsonb DEFAULT '{}'::jsonb NOT NULL;