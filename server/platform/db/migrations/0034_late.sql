CREATE TABLE `late_asked` (
	`job_id` text NOT NULL,
	`stage` text NOT NULL,
	`due_on` text NOT NULL,
	`step` integer NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`job_id`, `stage`, `due_on`, `step`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `contacts` ADD `late_hold` integer DEFAULT false NOT NULL;