CREATE TABLE "team" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "team_member" (
	"team_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "team_member_team_id_person_id_pk" PRIMARY KEY("team_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "thing_team" (
	"thing_id" uuid NOT NULL,
	"team_id" uuid NOT NULL,
	CONSTRAINT "thing_team_thing_id_team_id_pk" PRIMARY KEY("thing_id","team_id")
);
--> statement-breakpoint
ALTER TABLE "figure" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "figure" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "figure" ADD COLUMN "seen" text DEFAULT 'everybody' NOT NULL;--> statement-breakpoint
ALTER TABLE "kept" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "kept" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "kept" ADD COLUMN "seen" text DEFAULT 'everybody' NOT NULL;--> statement-breakpoint
ALTER TABLE "network" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "network" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "network" ADD COLUMN "seen" text DEFAULT 'everybody' NOT NULL;--> statement-breakpoint
ALTER TABLE "shortlist" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "shortlist" ADD COLUMN "seen" text DEFAULT 'everybody' NOT NULL;--> statement-breakpoint
ALTER TABLE "happening" ADD COLUMN "thing_id" uuid;--> statement-breakpoint
ALTER TABLE "team" ADD CONSTRAINT "team_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_member" ADD CONSTRAINT "team_member_team_id_team_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."team"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_member" ADD CONSTRAINT "team_member_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "thing_team" ADD CONSTRAINT "thing_team_team_id_team_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."team"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "team_study" ON "team" USING btree ("study_id");--> statement-breakpoint
CREATE INDEX "team_member_person" ON "team_member" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "figure" ADD CONSTRAINT "figure_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept" ADD CONSTRAINT "kept_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "network" ADD CONSTRAINT "network_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shortlist" ADD CONSTRAINT "shortlist_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
UPDATE "happening" SET "thing_id" = split_part("about", ' ', 2)::uuid WHERE "about" ~ '^(network|figure|shortlist|kept) [0-9a-f-]{36}$';
