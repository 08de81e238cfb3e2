CREATE TABLE `flow_asks` (
	`id` text PRIMARY KEY NOT NULL,
	`link_id` text NOT NULL,
	`job_id` text NOT NULL,
	`contact_id` text NOT NULL,
	`token_hash` text NOT NULL,
	`created_at` text NOT NULL,
	`by` text NOT NULL,
	FOREIGN KEY (`link_id`) REFERENCES `standing_links`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `flow_asks_token_hash_unique` ON `flow_asks` (`token_hash`);--> statement-breakpoint
CREATE UNIQUE INDEX `asks_of_job` ON `flow_asks` (`job_id`,`link_id`,`contact_id`);--> statement-breakpoint
ALTER TABLE `standing_answers` ADD `ask_id` text;--> statement-breakpoint
UPDATE `standing_links` SET `settings` = json_insert(`settings`, '$.named', json('[]'), '$.subject', '', '$.message', '', '$.copies', json('[]'), '$.reminders', json('{"kind":"none"}'), '$.within', NULL);
