CREATE TABLE `challenges` (
	`challenge` text PRIMARY KEY NOT NULL,
	`member_id` text,
	`until` text NOT NULL,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `passkeys` (
	`id` text PRIMARY KEY NOT NULL,
	`member_id` text NOT NULL,
	`public_key` text NOT NULL,
	`counter` integer NOT NULL,
	`transports` text NOT NULL,
	`name` text NOT NULL,
	`created_at` text NOT NULL,
	`used_at` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `passkeys_by_member` ON `passkeys` (`member_id`);--> statement-breakpoint
ALTER TABLE `members` ADD `otp_secret` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `members` ADD `otp_step` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `members` ADD `spare_codes` text DEFAULT '[]' NOT NULL;