CREATE TABLE "house_setting" (
	"name" text PRIMARY KEY NOT NULL,
	"value" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "result" (
	"study_id" uuid NOT NULL,
	"engine" text NOT NULL,
	"digest" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"size" integer NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "result_study_id_engine_digest_pk" PRIMARY KEY("study_id","engine","digest")
);
--> statement-breakpoint
CREATE TABLE "run" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"study_id" uuid NOT NULL,
	"network_id" uuid NOT NULL,
	"asked_by" uuid NOT NULL,
	"engine" text NOT NULL,
	"digest" text NOT NULL,
	"trail" json NOT NULL,
	"seconds" real NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"worker" uuid,
	"tries" integer DEFAULT 0 NOT NULL,
	"step" text,
	"share" real DEFAULT 0 NOT NULL,
	"why" text,
	"asked_at" timestamp with time zone DEFAULT now() NOT NULL,
	"started_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	CONSTRAINT "run_once" UNIQUE("study_id","engine","digest")
);
--> statement-breakpoint
CREATE TABLE "run_call" (
	"run_id" uuid NOT NULL,
	"call" text NOT NULL,
	"task" text NOT NULL,
	"shared" "bytea" NOT NULL,
	CONSTRAINT "run_call_run_id_call_pk" PRIMARY KEY("run_id","call")
);
--> statement-breakpoint
CREATE TABLE "run_part" (
	"run_id" uuid NOT NULL,
	"call" text NOT NULL,
	"number" integer NOT NULL,
	"part" "bytea" NOT NULL,
	"worker" uuid,
	"tries" integer DEFAULT 0 NOT NULL,
	"result" "bytea",
	"fault" text,
	"mendable" boolean DEFAULT false NOT NULL,
	CONSTRAINT "run_part_run_id_call_number_pk" PRIMARY KEY("run_id","call","number")
);
--> statement-breakpoint
CREATE TABLE "run_watcher" (
	"run_id" uuid NOT NULL,
	"page" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "run_watcher_run_id_page_pk" PRIMARY KEY("run_id","page")
);
--> statement-breakpoint
CREATE TABLE "worker_process" (
	"id" uuid PRIMARY KEY NOT NULL,
	"engine" text NOT NULL,
	"host" text NOT NULL,
	"pid" integer NOT NULL,
	"threads" integer NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"sign_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "result" ADD CONSTRAINT "result_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run" ADD CONSTRAINT "run_study_id_study_id_fk" FOREIGN KEY ("study_id") REFERENCES "public"."study"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run" ADD CONSTRAINT "run_network_id_network_id_fk" FOREIGN KEY ("network_id") REFERENCES "public"."network"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run" ADD CONSTRAINT "run_asked_by_person_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_call" ADD CONSTRAINT "run_call_run_id_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."run"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_part" ADD CONSTRAINT "run_part_run_id_call_run_call_run_id_call_fk" FOREIGN KEY ("run_id","call") REFERENCES "public"."run_call"("run_id","call") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_watcher" ADD CONSTRAINT "run_watcher_run_id_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."run"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "result_used" ON "result" USING btree ("used_at");--> statement-breakpoint
CREATE INDEX "run_state" ON "run" USING btree ("state");--> statement-breakpoint
CREATE INDEX "run_person" ON "run" USING btree ("asked_by","started_at");--> statement-breakpoint
CREATE INDEX "run_part_open" ON "run_part" USING btree ("run_id","number") WHERE result is null and fault is null;