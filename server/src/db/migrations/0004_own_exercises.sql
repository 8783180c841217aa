CREATE TABLE "own_exercises" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"exercise" jsonb NOT NULL
);
