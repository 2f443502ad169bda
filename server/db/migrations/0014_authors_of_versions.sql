ALTER TABLE "names_change" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "network_version" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "names_change" ADD CONSTRAINT "names_change_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "network_version" ADD CONSTRAINT "network_version_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;