CREATE TABLE "figure" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"name" text NOT NULL,
	"settings" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	"picture" "bytea"
);
--> statement-breakpoint
CREATE TABLE "figure_held" (
	"figure_id" uuid NOT NULL,
	"key" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "figure_held_figure_id_key_pk" PRIMARY KEY("figure_id","key")
);
--> statement-breakpoint
ALTER TABLE "figure" ADD CONSTRAINT "figure_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "figure_held" ADD CONSTRAINT "figure_held_figure_id_figure_id_fk" FOREIGN KEY ("figure_id") REFERENCES "public"."figure"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "figure_study" ON "figure" USING btree ("study_id");