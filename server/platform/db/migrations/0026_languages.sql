ALTER TABLE `contacts` ADD `language` text;--> statement-breakpoint
ALTER TABLE `templates` ADD `language_of` text;--> statement-breakpoint
ALTER TABLE `templates` ADD `in_step_with` integer;