ALTER TABLE "names_change" ADD COLUMN "author" text;--> statement-breakpoint
ALTER TABLE "table_change" ADD COLUMN "author" text;--> statement-breakpoint
ALTER TABLE "table_change" ADD COLUMN "token" uuid;--> statement-breakpoint
ALTER TABLE "table_change" ADD CONSTRAINT "table_change_token" UNIQUE("table_id","token");