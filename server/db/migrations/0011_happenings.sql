CREATE TABLE "happening" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "happening_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"study_id" uuid NOT NULL,
	"person_id" uuid,
	"about" text,
	"what" text NOT NULL,
	"times" integer DEFAULT 1 NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "happening" ADD CONSTRAINT "happening_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "happening" ADD CONSTRAINT "happening_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "happening_study" ON "happening" USING btree ("study_id","at");