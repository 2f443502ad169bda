CREATE TABLE "feed" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"name" text NOT NULL,
	"table_id" integer NOT NULL,
	"address" text NOT NULL,
	"key" text NOT NULL,
	"follow" json NOT NULL,
	"ties" text NOT NULL,
	"end" json DEFAULT '{}'::json NOT NULL,
	"running" boolean DEFAULT false NOT NULL,
	"why" text,
	"connected" boolean DEFAULT false NOT NULL,
	"started_by" uuid,
	"started_at" timestamp with time zone,
	"reader" uuid,
	"sign_at" timestamp with time zone,
	"up_to" bigint,
	"messages" integer DEFAULT 0 NOT NULL,
	"nodes" integer DEFAULT 0 NOT NULL,
	"tie_count" integer DEFAULT 0 NOT NULL,
	"batch" integer DEFAULT 0 NOT NULL,
	"newest" json DEFAULT '[]'::json NOT NULL,
	"anew" integer DEFAULT 0 NOT NULL,
	"names" text DEFAULT '' NOT NULL,
	"step_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "feed_cut" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "feed_cut_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"feed_id" uuid NOT NULL,
	"from" timestamp with time zone DEFAULT now() NOT NULL,
	"until" timestamp with time zone,
	"why" text NOT NULL,
	"fetched" integer DEFAULT 0 NOT NULL,
	"gap" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "feed_message" (
	"feed_id" uuid NOT NULL,
	"id" bigint NOT NULL,
	"message" json,
	CONSTRAINT "feed_message_feed_id_id_pk" PRIMARY KEY("feed_id","id")
);
--> statement-breakpoint
CREATE TABLE "feed_minute" (
	"feed_id" uuid NOT NULL,
	"minute" timestamp with time zone NOT NULL,
	"messages" integer NOT NULL,
	CONSTRAINT "feed_minute_feed_id_minute_pk" PRIMARY KEY("feed_id","minute")
);
--> statement-breakpoint
CREATE TABLE "feed_node" (
	"feed_id" uuid NOT NULL,
	"node" integer NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"batch" integer NOT NULL,
	CONSTRAINT "feed_node_feed_id_node_pk" PRIMARY KEY("feed_id","node")
);
--> statement-breakpoint
CREATE TABLE "feed_tie" (
	"feed_id" uuid NOT NULL,
	"a" integer NOT NULL,
	"b" integer NOT NULL,
	"weight" integer NOT NULL,
	"batch" integer NOT NULL,
	CONSTRAINT "feed_tie_feed_id_a_b_pk" PRIMARY KEY("feed_id","a","b")
);
--> statement-breakpoint
ALTER TABLE "feed" ADD CONSTRAINT "feed_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed" ADD CONSTRAINT "feed_table_id_study_table_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."study_table"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed" ADD CONSTRAINT "feed_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_cut" ADD CONSTRAINT "feed_cut_feed_id_feed_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."feed"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_message" ADD CONSTRAINT "feed_message_feed_id_feed_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."feed"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_minute" ADD CONSTRAINT "feed_minute_feed_id_feed_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."feed"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_node" ADD CONSTRAINT "feed_node_feed_id_feed_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."feed"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_tie" ADD CONSTRAINT "feed_tie_feed_id_feed_id_fk" FOREIGN KEY ("feed_id") REFERENCES "public"."feed"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "feed_study" ON "feed" USING btree ("study_id");--> statement-breakpoint
CREATE INDEX "feed_running" ON "feed" USING btree ("running");--> statement-breakpoint
CREATE INDEX "feed_cut_feed" ON "feed_cut" USING btree ("feed_id","from");--> statement-breakpoint
CREATE INDEX "feed_message_waiting" ON "feed_message" USING btree ("feed_id","id") WHERE message is not null;--> statement-breakpoint
CREATE INDEX "feed_tie_batch" ON "feed_tie" USING btree ("feed_id","batch");