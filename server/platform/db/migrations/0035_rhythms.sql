CREATE TABLE `rhythm_days` (
	`rhythm_id` text NOT NULL,
	`day` text NOT NULL,
	`job_id` text NOT NULL,
	PRIMARY KEY(`rhythm_id`, `day`),
	FOREIGN KEY (`rhythm_id`) REFERENCES `rhythms`(`job_id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `rhythm_days_by_job` ON `rhythm_days` (`job_id`);--> statement-breakpoint
CREATE TABLE `rhythms` (
	`job_id` text PRIMARY KEY NOT NULL,
	`rule` text NOT NULL,
	`from_day` text NOT NULL,
	`ahead` integer NOT NULL,
	`pay_within` integer NOT NULL,
	`notice` integer NOT NULL,
	`started_at` text,
	`ends_on` text,
	`pauses` text DEFAULT '[]' NOT NULL,
	`prices` text DEFAULT '[]' NOT NULL,
	`done_to` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `repeats` text;