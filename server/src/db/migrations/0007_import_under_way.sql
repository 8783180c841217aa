CREATE TABLE "import_pages" (
	"import_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"kind" text NOT NULL,
	"ids" jsonb NOT NULL,
	CONSTRAINT "import_pages_import_id_number_pk" PRIMARY KEY("import_id","number")
);
--> statement-breakpoint
CREATE TABLE "imports_under_way" (
	"id" uuid PRIMARY KEY NOT NULL,
	"touched_at" timestamp with time zone DEFAULT now() NOT NULL,
	"broken" boolean DEFAULT false NOT NULL
);
