ALTER TABLE `imports` ADD `of` text DEFAULT 'people' NOT NULL;--> statement-breakpoint
ALTER TABLE `job_lines` ADD `words` text;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `code` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `group` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `words` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `prices` text DEFAULT '[]' NOT NULL;