ALTER TABLE "meshes" ADD COLUMN "read_as" text;--> statement-breakpoint
ALTER TABLE "meshes" ADD COLUMN "measure" jsonb;