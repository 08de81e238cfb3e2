CREATE TABLE `item_pictures` (
	`sha` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `job_lines` ADD `item` text;--> statement-breakpoint
ALTER TABLE `job_lines` ADD `picture` text;--> statement-breakpoint
CREATE INDEX `lines_by_item` ON `job_lines` (`item`) WHERE item is not null;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `stock` integer;--> statement-breakpoint
ALTER TABLE `catalogue` ADD `picture` text;