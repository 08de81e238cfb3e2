CREATE TABLE `credit_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`job_id` text NOT NULL,
	`number` text NOT NULL,
	`issued_on` text NOT NULL,
	`credit` text NOT NULL,
	`frozen` text NOT NULL,
	`pdf_sha` text,
	`created_at` text NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pdf_sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `credit_notes_number_unique` ON `credit_notes` (`number`);--> statement-breakpoint
CREATE INDEX `credit_notes_by_job` ON `credit_notes` (`job_id`);--> statement-breakpoint
CREATE INDEX `credit_notes_by_invoice` ON `credit_notes` (`invoice_id`);--> statement-breakpoint
CREATE TABLE `ledger_entries` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`event` text NOT NULL,
	`day` text NOT NULL,
	`account` text NOT NULL,
	`amount` integer NOT NULL,
	`job_id` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `entries_once` ON `ledger_entries` (`event`,`account`);--> statement-breakpoint
CREATE INDEX `entries_by_account` ON `ledger_entries` (`account`,`day`,`amount`);--> statement-breakpoint
CREATE INDEX `entries_by_day` ON `ledger_entries` (`day`,`account`,`amount`);--> statement-breakpoint
CREATE INDEX `entries_by_job` ON `ledger_entries` (`job_id`);--> statement-breakpoint
ALTER TABLE `jobs` ADD `called_off` text;--> statement-breakpoint
ALTER TABLE `payments` ADD `day` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `payments` ADD `reverses` text;--> statement-breakpoint
ALTER TABLE `payments` ADD `words` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `payments` ADD `files` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `payments` ADD `by` text;--> statement-breakpoint
UPDATE `payments` SET `day` = substr(`at`, 1, 10) WHERE `day` = '';
--> statement-breakpoint
CREATE TRIGGER `ledger_no_update` BEFORE UPDATE ON `ledger_entries` BEGIN SELECT RAISE(ABORT, 'an entry cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `ledger_no_delete` BEFORE DELETE ON `ledger_entries` BEGIN SELECT RAISE(ABORT, 'an entry cannot be removed'); END;
--> statement-breakpoint
CREATE TRIGGER `payments_no_update` BEFORE UPDATE ON `payments` WHEN OLD.`amount` <> NEW.`amount` OR OLD.`job_id` <> NEW.`job_id` OR OLD.`stage` <> NEW.`stage` BEGIN SELECT RAISE(ABORT, 'a booking cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `payments_no_delete` BEFORE DELETE ON `payments` BEGIN SELECT RAISE(ABORT, 'a booking cannot be removed'); END;
