ALTER TABLE `contacts` ADD `tax_number` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `reverse_charge` integer DEFAULT false NOT NULL;