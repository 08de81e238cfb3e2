CREATE TABLE `extras` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`paper_id` text,
	`change` text NOT NULL,
	`before` integer NOT NULL,
	`after` integer NOT NULL,
	`created_at` text NOT NULL,
	`taken_at` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE UNIQUE INDEX `extras_paper_id_unique` ON `extras` (`paper_id`);--> statement-breakpoint
CREATE INDEX `extras_by_job` ON `extras` (`job_id`);--> statement-breakpoint
ALTER TABLE `credit_notes` ADD `extra_id` text REFERENCES extras(id);