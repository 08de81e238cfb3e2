CREATE TABLE `changes` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` text NOT NULL,
	`job_id` text,
	`papers` text,
	`rounds` text NOT NULL
);
