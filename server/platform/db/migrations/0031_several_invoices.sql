DROP INDEX `invoices_job_id_unique`;--> statement-breakpoint
ALTER TABLE `invoices` ADD `stage` text;--> statement-breakpoint
CREATE INDEX `invoices_by_job` ON `invoices` (`job_id`,`created_at`);