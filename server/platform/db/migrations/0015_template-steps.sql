CREATE TABLE `template_steps` (
	`template_id` text NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`template_id`, `revision`),
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action
);
