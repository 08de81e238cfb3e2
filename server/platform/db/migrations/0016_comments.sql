CREATE TABLE `comments` (
	`id` text PRIMARY KEY NOT NULL,
	`on_kind` text NOT NULL,
	`of` text NOT NULL,
	`block` text,
	`answers` text,
	`by` text NOT NULL,
	`words` text NOT NULL,
	`at` text NOT NULL,
	`resolved_at` text,
	FOREIGN KEY (`by`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `comments_of` ON `comments` (`of`,`at`);--> statement-breakpoint
CREATE INDEX `comments_open` ON `comments` (`of`) WHERE resolved_at is null;