ALTER TABLE `happenings` ADD `ref` text;--> statement-breakpoint
ALTER TABLE `invoices` ADD `frozen` text;