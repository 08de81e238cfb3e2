CREATE TABLE `imports` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`by` text NOT NULL,
	`added` text NOT NULL,
	`before` text NOT NULL,
	`left` integer NOT NULL,
	`undone_at` text
);
