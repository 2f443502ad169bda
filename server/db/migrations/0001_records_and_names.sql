CREATE TABLE "record_set" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "record_set_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
INSERT INTO "record_set" ("id") OVERRIDING SYSTEM VALUE SELECT "id" FROM "study_table";
--> statement-breakpoint
SELECT setval('record_set_id_seq', coalesce(max("id"), 0) + 1, false) FROM "record_set";
--> statement-breakpoint
ALTER TABLE "record" RENAME COLUMN "table_id" TO "set_id";
--> statement-breakpoint
ALTER TABLE "record" RENAME CONSTRAINT "record_table_id_position_pk" TO "record_set_id_position_pk";
--> statement-breakpoint
ALTER TABLE "study_table" ADD COLUMN "set_id" integer;
--> statement-breakpoint
UPDATE "study_table" SET "set_id" = "id";
--> statement-breakpoint
ALTER TABLE "study_table" ALTER COLUMN "set_id" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "study_table" ADD COLUMN "aside" json DEFAULT '[]'::json NOT NULL;
--> statement-breakpoint
CREATE TABLE "table_change" (
	"table_id" integer NOT NULL,
	"version" integer NOT NULL,
	"what" text NOT NULL,
	"role" text DEFAULT 'do' NOT NULL,
	"of" integer,
	"cells" json,
	"before" json,
	"after" json,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "table_change_table_id_version_pk" PRIMARY KEY("table_id","version")
);
--> statement-breakpoint
CREATE TABLE "names_list" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"name" text NOT NULL,
	"columns" json NOT NULL,
	"entries" json DEFAULT '{}'::json NOT NULL,
	"rejected" json DEFAULT '[]'::json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "names_change" (
	"list_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"what" text NOT NULL,
	"role" text DEFAULT 'do' NOT NULL,
	"of" integer,
	"edit" json NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "names_change_list_id_version_pk" PRIMARY KEY("list_id","version")
);
--> statement-breakpoint
ALTER TABLE "table_change" ADD CONSTRAINT "table_change_table_id_study_table_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."study_table"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "names_list" ADD CONSTRAINT "names_list_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "names_change" ADD CONSTRAINT "names_change_list_id_names_list_id_fk" FOREIGN KEY ("list_id") REFERENCES "public"."names_list"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "names_list_study" ON "names_list" USING btree ("study_id");
