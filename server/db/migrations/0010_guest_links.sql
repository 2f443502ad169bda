CREATE TABLE "guest_link" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"figure_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"page" "bytea" NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL,
	"made_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "guest_link_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
ALTER TABLE "guest_link" ADD CONSTRAINT "guest_link_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guest_link" ADD CONSTRAINT "guest_link_figure_id_figure_id_fk" FOREIGN KEY ("figure_id") REFERENCES "public"."figure"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guest_link" ADD CONSTRAINT "guest_link_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "guest_link_study" ON "guest_link" USING btree ("study_id");