ALTER TABLE `happenings` RENAME COLUMN `mark` TO `state`;--> statement-breakpoint
ALTER TABLE `day_sums` RENAME COLUMN `mark` TO `state`;--> statement-breakpoint
ALTER TABLE `standings` RENAME COLUMN `mark` TO `state`;--> statement-breakpoint
DROP INDEX `standings_by_mark`;--> statement-breakpoint
CREATE INDEX `standings_by_state` ON `standings` (`state`,`sort_day`,`job_id`);
