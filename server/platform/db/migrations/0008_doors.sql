CREATE TABLE `devices` (
	`token_hash` text NOT NULL,
	`member_id` text NOT NULL,
	`created_at` text NOT NULL,
	PRIMARY KEY(`token_hash`, `member_id`),
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `security_log` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`member_id` text,
	`who` text NOT NULL,
	`words` text NOT NULL,
	`address` text NOT NULL,
	`device` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `security_by_kind` ON `security_log` (`kind`,`id`);--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`member_id` text NOT NULL,
	`kind` text NOT NULL,
	`person_id` text,
	`device` text NOT NULL,
	`address` text NOT NULL,
	`created_at` text NOT NULL,
	`seen_at` text NOT NULL,
	`ended_at` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_token_hash_unique` ON `sessions` (`token_hash`);--> statement-breakpoint
CREATE INDEX `sessions_by_member` ON `sessions` (`member_id`,`seen_at`);--> statement-breakpoint
CREATE TABLE `streams` (
	`id` text PRIMARY KEY NOT NULL,
	`session_id` text NOT NULL,
	`until` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `streams_by_session` ON `streams` (`session_id`,`until`);--> statement-breakpoint
CREATE TABLE `chain_heads` (
	`seq` integer PRIMARY KEY NOT NULL,
	`body` text NOT NULL,
	`key_id` text NOT NULL,
	`signature` text NOT NULL,
	FOREIGN KEY (`key_id`) REFERENCES `sealing_keys`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `uploads` (
	`person_id` text NOT NULL,
	`sha` text NOT NULL,
	`kind` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`person_id`, `sha`, `kind`),
	FOREIGN KEY (`person_id`) REFERENCES `round_people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `messages` ADD `secrets` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `links` ADD `session_id` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `challenge` text;--> statement-breakpoint
ALTER TABLE `card_requests` DROP COLUMN `return_to`;
--> statement-breakpoint
-- REPLACE passes delete triggers by: what is there already may not be written over in any way.
CREATE TRIGGER `paper_versions_no_replace` BEFORE INSERT ON `paper_versions` WHEN EXISTS (SELECT 1 FROM `paper_versions` WHERE `id` = NEW.`id` OR rowid = NEW.rowid) BEGIN SELECT RAISE(ABORT, 'a sent version cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `round_events_no_replace` BEFORE INSERT ON `round_events` WHEN EXISTS (SELECT 1 FROM `round_events` WHERE (`round_id` = NEW.`round_id` AND `seq` = NEW.`seq`) OR rowid = NEW.rowid) BEGIN SELECT RAISE(ABORT, 'an event cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `chain_heads_no_replace` BEFORE INSERT ON `chain_heads` WHEN EXISTS (SELECT 1 FROM `chain_heads` WHERE `seq` = NEW.`seq`) BEGIN SELECT RAISE(ABORT, 'a signed head cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `chain_heads_no_update` BEFORE UPDATE ON `chain_heads` BEGIN SELECT RAISE(ABORT, 'a signed head cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `chain_heads_no_delete` BEFORE DELETE ON `chain_heads` BEGIN SELECT RAISE(ABORT, 'a signed head cannot be removed'); END;
--> statement-breakpoint
-- Where the card page led back to was a signer's link: a token in clear.
UPDATE `standin_cards` SET `request` = json_set(`request`, '$.returnTo', '/');
