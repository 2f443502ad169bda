CREATE TABLE "intake" (
	"table_id" integer NOT NULL,
	"version" integer NOT NULL,
	"effects" json NOT NULL,
	CONSTRAINT "intake_table_id_version_pk" PRIMARY KEY("table_id","version")
);
--> statement-breakpoint
ALTER TABLE "intake" ADD CONSTRAINT "intake_table_id_study_table_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."study_table"("id") ON DELETE cascade ON UPDATE no action;