CREATE TABLE `visit_marks` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`contact_id` text NOT NULL,
	`kind` text NOT NULL,
	`at` text NOT NULL,
	`taken_at` text NOT NULL,
	`by` text NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `marks_by_job` ON `visit_marks` (`job_id`,`contact_id`);--> statement-breakpoint
CREATE INDEX `marks_by_contact` ON `visit_marks` (`contact_id`,`at`);--> statement-breakpoint
ALTER TABLE `templates` ADD `holds` text DEFAULT 'visit' NOT NULL;--> statement-breakpoint
CREATE INDEX `papers_by_guest` ON `papers` (bindings ->> '$.guest.contactId',`created_at`) WHERE kind = 'waiver';--> statement-breakpoint
CREATE TRIGGER `visit_marks_no_update` BEFORE UPDATE ON `visit_marks` WHEN OLD.`kind` <> NEW.`kind` OR OLD.`at` <> NEW.`at` OR OLD.`by` <> NEW.`by` BEGIN SELECT RAISE(ABORT, 'a mark of a visit cannot be changed'); END;
