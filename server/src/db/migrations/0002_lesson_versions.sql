CREATE TABLE "lesson_versions" (
	"lesson_id" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"revision" integer NOT NULL,
	"title" text NOT NULL,
	"document" jsonb NOT NULL,
	CONSTRAINT "lesson_versions_lesson_id_started_at_pk" PRIMARY KEY("lesson_id","started_at")
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "tags" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "template" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson_versions" ADD CONSTRAINT "lesson_versions_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;