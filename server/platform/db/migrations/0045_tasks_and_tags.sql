CREATE TABLE `tags` (
	`of` text NOT NULL,
	`of_id` text NOT NULL,
	`tag` text NOT NULL,
	`same` text NOT NULL,
	`position` integer NOT NULL,
	PRIMARY KEY(`of`, `of_id`, `same`)
);
--> statement-breakpoint
CREATE INDEX `tags_by_word` ON `tags` (`of`,`same`);--> statement-breakpoint
CREATE TABLE `tasks` (
	`id` text PRIMARY KEY NOT NULL,
	`words` text NOT NULL,
	`day` text,
	`job_id` text,
	`contact_id` text,
	`member_id` text,
	`created_at` text NOT NULL,
	`by` text NOT NULL,
	`done_at` text,
	`done_by` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tasks_by_job` ON `tasks` (`job_id`,`done_at`);--> statement-breakpoint
CREATE INDEX `tasks_by_member` ON `tasks` (`done_at`,`member_id`,`day`);