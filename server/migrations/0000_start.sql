CREATE TABLE "case_revisions" (
	"case_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"doc" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"who" text NOT NULL,
	CONSTRAINT "case_revisions_case_id_revision_pk" PRIMARY KEY("case_id","revision")
);
--> statement-breakpoint
CREATE TABLE "cases" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"doc" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_by" text NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "meshes" (
	"hash" text PRIMARY KEY NOT NULL,
	"size_bytes" integer NOT NULL,
	"file_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shops" (
	"id" integer PRIMARY KEY NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"shop" jsonb NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "signatures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"case_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"who" text NOT NULL,
	"role" text NOT NULL,
	"statement" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"doc" jsonb NOT NULL,
	"shop" jsonb NOT NULL,
	"view" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "case_revisions" ADD CONSTRAINT "case_revisions_case_id_cases_id_fk" FOREIGN KEY ("case_id") REFERENCES "public"."cases"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signatures" ADD CONSTRAINT "signatures_case_id_cases_id_fk" FOREIGN KEY ("case_id") REFERENCES "public"."cases"("id") ON DELETE no action ON UPDATE no action;