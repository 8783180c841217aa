ALTER TABLE "lessons" ADD COLUMN "words" text;--> statement-breakpoint
-- A server of a school may lack the extension, or the right to use it: the search then reads every lesson's words.
DO $$ BEGIN
  CREATE EXTENSION IF NOT EXISTS pg_trgm;
  CREATE INDEX IF NOT EXISTS "lessons_by_words" ON "lessons" USING gin ("words" gin_trgm_ops);
EXCEPTION WHEN insufficient_privilege OR undefined_file OR feature_not_supported OR undefined_object THEN
  RAISE NOTICE 'pg_trgm is not there: lessons are searched without an index';
END $$;
