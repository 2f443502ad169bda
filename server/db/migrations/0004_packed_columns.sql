CREATE TABLE "packed_columns" (
	"table_id" integer PRIMARY KEY NOT NULL,
	"version" integer NOT NULL,
	"bytes" "bytea" NOT NULL
);
--> statement-breakpoint
ALTER TABLE "packed_columns" ADD CONSTRAINT "packed_columns_table_id_study_table_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."study_table"("id") ON DELETE cascade ON UPDATE no action;