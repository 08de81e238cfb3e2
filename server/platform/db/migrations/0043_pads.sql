CREATE TABLE `pads` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`code_hash` text NOT NULL,
	`created_at` text NOT NULL,
	`member_id` text,
	`session_id` text,
	`person_id` text,
	`shown` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `pads_token_hash_unique` ON `pads` (`token_hash`);--> statement-breakpoint
CREATE UNIQUE INDEX `pads_code_hash_unique` ON `pads` (`code_hash`);--> statement-breakpoint
ALTER TABLE `visit_marks` ADD `with_id` text REFERENCES contacts(id);--> statement-breakpoint
UPDATE `links` SET `channel` = 'drawing' WHERE `channel` = 'pad';
