CREATE TABLE "quick_looks" (
	"case_id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"site" text NOT NULL,
	"look" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "records" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"case_id" uuid,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"who" text NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"data" jsonb NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "shop_revisions" (
	"revision" integer PRIMARY KEY NOT NULL,
	"shop" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"who" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "studies" (
	"hash" text NOT NULL,
	"version" integer NOT NULL,
	"placed" text NOT NULL,
	"study" jsonb NOT NULL,
	CONSTRAINT "studies_hash_version_placed_pk" PRIMARY KEY("hash","version","placed")
);
--> statement-breakpoint
ALTER TABLE "signatures" ADD COLUMN "evidence" jsonb;--> statement-breakpoint
ALTER TABLE "signatures" ADD COLUMN "engine" text;--> statement-breakpoint
ALTER TABLE "signatures" ADD COLUMN "digest" text;--> statement-breakpoint
ALTER TABLE "quick_looks" ADD CONSTRAINT "quick_looks_case_id_cases_id_fk" FOREIGN KEY ("case_id") REFERENCES "public"."cases"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "records" ADD CONSTRAINT "records_case_id_cases_id_fk" FOREIGN KEY ("case_id") REFERENCES "public"."cases"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "records_case_kind_at" ON "records" USING btree ("case_id","kind","at");