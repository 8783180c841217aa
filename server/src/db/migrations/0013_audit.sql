CREATE TABLE "audit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person" text,
	"method" text NOT NULL,
	"path" text NOT NULL,
	"times" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE INDEX "audit_by_time" ON "audit" USING btree ("at");