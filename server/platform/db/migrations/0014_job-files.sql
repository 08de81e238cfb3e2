CREATE TABLE `job_files` (
	`job_id` text NOT NULL,
	`sha` text NOT NULL,
	`name` text NOT NULL,
	`type` text NOT NULL,
	`by` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`job_id`, `sha`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `further_days` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `happenings` ADD `files` text;