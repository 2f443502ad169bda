CREATE TABLE "network" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"name" text NOT NULL,
	"trail" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "network_version" (
	"network_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"trail" json NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "network_version_network_id_version_pk" PRIMARY KEY("network_id","version")
);
--> statement-breakpoint
CREATE TABLE "record" (
	"table_id" integer NOT NULL,
	"position" integer NOT NULL,
	"cells" json NOT NULL,
	CONSTRAINT "record_table_id_position_pk" PRIMARY KEY("table_id","position")
);
--> statement-breakpoint
CREATE TABLE "snapshot" (
	"network_id" uuid PRIMARY KEY NOT NULL,
	"digest" text NOT NULL,
	"nodes" integer NOT NULL,
	"edges" integer NOT NULL,
	"groups" integer,
	"picture" text NOT NULL,
	"layout" text,
	"positions" "bytea"
);
--> statement-breakpoint
CREATE TABLE "study" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "study_table" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "study_table_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"study_id" uuid NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"columns" json NOT NULL,
	"rows" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"origin" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "study_table_key" UNIQUE("study_id","key")
);
--> statement-breakpoint
ALTER TABLE "network" ADD CONSTRAINT "network_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "network_version" ADD CONSTRAINT "network_version_network_id_network_id_fk" FOREIGN KEY ("network_id") REFERENCES "public"."network"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "snapshot" ADD CONSTRAINT "snapshot_network_id_network_id_fk" FOREIGN KEY ("network_id") REFERENCES "public"."network"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "study_table" ADD CONSTRAINT "study_table_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "network_study" ON "network" USING btree ("study_id");