ALTER TABLE `job_lines` ADD `breaks` text;--> statement-breakpoint
ALTER TABLE `job_lines` ADD `contents` text;--> statement-breakpoint
ALTER TABLE `job_lines` ADD `section` text;--> statement-breakpoint
ALTER TABLE `job_lines` ADD `variant` text;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `breaks` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `contents` text DEFAULT '[]' NOT NULL;