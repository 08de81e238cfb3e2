CREATE TABLE `files` (
	`sha` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`use` text NOT NULL,
	`pages` text NOT NULL,
	`removed` text NOT NULL,
	`text` text,
	`created_at` text NOT NULL,
	FOREIGN KEY (`sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`text`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `papers` ADD `marked` text;--> statement-breakpoint
ALTER TABLE `papers` ADD `revision` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `template_editions` ADD `marked` text;--> statement-breakpoint
ALTER TABLE `templates` ADD `marked` text;