CREATE TABLE `clause_editions` (
	`clause_id` text NOT NULL,
	`edition` integer NOT NULL,
	`body` text NOT NULL,
	`by` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`clause_id`, `edition`),
	FOREIGN KEY (`clause_id`) REFERENCES `clauses`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `clauses` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`edition` integer NOT NULL,
	`body` text NOT NULL,
	`updated_at` text NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
CREATE TABLE `template_editions` (
	`id` text PRIMARY KEY NOT NULL,
	`template_id` text NOT NULL,
	`edition` integer,
	`document` text NOT NULL,
	`by` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `editions_by_template` ON `template_editions` (`template_id`,`at`);--> statement-breakpoint
ALTER TABLE `contacts` ADD `born` text;--> statement-breakpoint
ALTER TABLE `papers` ADD `template_edition` integer;--> statement-breakpoint
ALTER TABLE `papers` ADD `amendments` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `own` text DEFAULT '{"values":{},"presets":{},"settled":{},"changes":"shown"}' NOT NULL;--> statement-breakpoint
CREATE INDEX `papers_by_template` ON `papers` (`template_id`,`created_at`);--> statement-breakpoint
ALTER TABLE `templates` ADD `folder` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `templates` ADD `archived_at` text;--> statement-breakpoint
ALTER TABLE `templates` ADD `revision` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
INSERT INTO `template_editions` (`id`, `template_id`, `edition`, `document`, `by`, `at`) SELECT `id` || '-' || `edition`, `id`, `edition`, `document`, '', `updated_at` FROM `templates`;
