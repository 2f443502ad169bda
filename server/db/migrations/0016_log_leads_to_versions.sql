ALTER TABLE "happening" ADD COLUMN "place" text;--> statement-breakpoint
ALTER TABLE "happening" ADD COLUMN "version" integer;