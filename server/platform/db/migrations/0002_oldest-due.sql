ALTER TABLE `standings` ADD `oldest_due` text;--> statement-breakpoint
CREATE INDEX `standings_due` ON `standings` (`oldest_due`,`mark`,`sort_day`);--> statement-breakpoint
UPDATE `standings` SET `oldest_due` = (SELECT min(`due_on`) FROM `dues` WHERE `dues`.`job_id` = `standings`.`job_id`);
