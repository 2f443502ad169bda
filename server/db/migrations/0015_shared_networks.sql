ALTER TABLE "guest_link" ALTER COLUMN "figure_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "guest_link" ADD COLUMN "network_id" uuid;--> statement-breakpoint
ALTER TABLE "guest_link" ADD COLUMN "records" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "guest_link" ADD CONSTRAINT "guest_link_network_id_network_id_fk" FOREIGN KEY ("network_id") REFERENCES "public"."network"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guest_link" ADD CONSTRAINT "guest_link_to_one" CHECK (num_nonnulls("guest_link"."figure_id", "guest_link"."network_id") = 1);