CREATE TABLE `list_rows` (
	`list_id` text NOT NULL,
	`n` integer NOT NULL,
	`row` text NOT NULL,
	`state` text NOT NULL,
	`problem` text DEFAULT '' NOT NULL,
	`paper_id` text,
	PRIMARY KEY(`list_id`, `n`),
	FOREIGN KEY (`list_id`) REFERENCES `lists`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `list_rows_by_state` ON `list_rows` (`list_id`,`state`);--> statement-breakpoint
CREATE TABLE `lists` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`template_id` text NOT NULL,
	`plan` text NOT NULL,
	`created_at` text NOT NULL,
	`created_by` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`created_by`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `proofs` (
	`person_id` text PRIMARY KEY NOT NULL,
	`tries` integer NOT NULL,
	`code_hash` text,
	`code_until` text,
	`code_sent_at` text,
	`tried_at` text,
	`pass` text,
	`passed_at` text,
	`spent` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `round_people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `round_papers` (
	`round_id` text NOT NULL,
	`position` integer NOT NULL,
	`paper_id` text NOT NULL,
	`version_id` text NOT NULL,
	`sealed_sha` text,
	PRIMARY KEY(`round_id`, `position`),
	FOREIGN KEY (`round_id`) REFERENCES `rounds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `paper_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sealed_sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `round_papers_by_paper` ON `round_papers` (`paper_id`);--> statement-breakpoint
CREATE TABLE `round_plans` (
	`paper_id` text PRIMARY KEY NOT NULL,
	`plan` text NOT NULL,
	`checks` text NOT NULL,
	`version` integer NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `saved_messages` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`subject` text NOT NULL,
	`message` text NOT NULL,
	`updated_at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `business` ADD `settings` text DEFAULT '{"checked":[],"quiet":{"from":"20:00","to":"08:00"},"thanks":""}' NOT NULL;--> statement-breakpoint
ALTER TABLE `members` ADD `signature` text;--> statement-breakpoint
ALTER TABLE `members` ADD `initials` text;--> statement-breakpoint
ALTER TABLE `round_people` ADD `how` text DEFAULT '{"phone":"","reach":"email","proof":{"kind":"none"},"language":"auto","subject":"","message":"","mayPassOn":false,"copy":"attached","papers":null}' NOT NULL;--> statement-breakpoint
ALTER TABLE `rounds` ADD `settings` text DEFAULT '{"reminders":{"kind":"none"},"consent":""}' NOT NULL;--> statement-breakpoint
INSERT INTO `round_papers` (`round_id`, `position`, `paper_id`, `version_id`, `sealed_sha`) SELECT `id`, 0, `paper_id`, `version_id`, `sealed_sha` FROM `rounds`;
