ALTER TABLE "study_table" ADD COLUMN "token" text;--> statement-breakpoint
ALTER TABLE "study_table" ADD CONSTRAINT "study_table_token" UNIQUE("study_id","token");