CREATE TABLE `standing_answers` (
	`id` text PRIMARY KEY NOT NULL,
	`link_id` text NOT NULL,
	`contact_id` text NOT NULL,
	`job_id` text NOT NULL,
	`person_id` text,
	`people` integer NOT NULL,
	`known` text NOT NULL,
	`perhaps` text,
	`answers` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`link_id`) REFERENCES `standing_links`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `answers_by_link` ON `standing_answers` (`link_id`,`at`);--> statement-breakpoint
CREATE INDEX `answers_by_person` ON `standing_answers` (`person_id`) WHERE person_id is not null;--> statement-breakpoint
CREATE TABLE `standing_links` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`token_hash` text NOT NULL,
	`token` text NOT NULL,
	`job_id` text,
	`kind_id` text,
	`templates` text NOT NULL,
	`settings` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`opened_at` text,
	`closed_at` text,
	`created_at` text NOT NULL,
	`created_by` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`kind_id`) REFERENCES `kinds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`created_by`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `standing_links_token_hash_unique` ON `standing_links` (`token_hash`);--> statement-breakpoint
ALTER TABLE `sessions` ADD `queue` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `links` ADD `affirmed_at` text;