CREATE TABLE `day_sums` (
	`what` text NOT NULL,
	`day` text NOT NULL,
	`mark` text DEFAULT '' NOT NULL,
	`n` integer DEFAULT 0 NOT NULL,
	`quoted` integer DEFAULT 0 NOT NULL,
	`agreed` integer DEFAULT 0 NOT NULL,
	`paid` integer DEFAULT 0 NOT NULL,
	`held` integer DEFAULT 0 NOT NULL,
	`open` integer DEFAULT 0 NOT NULL,
	PRIMARY KEY(`what`, `day`, `mark`)
);
--> statement-breakpoint
DROP INDEX `standings_money`;--> statement-breakpoint
CREATE INDEX `standings_by_day` ON `standings` (`sort_day`,`job_id`,`mark`);--> statement-breakpoint
CREATE INDEX `standings_late` ON `standings` (`sort_day`,`oldest_due`) WHERE mark = 'theirs' and oldest_due is not null;--> statement-breakpoint
CREATE TRIGGER `standings_summed_in` AFTER INSERT ON `standings` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `quoted`, `agreed`, `paid`, `held`) VALUES ('jobs', NEW.`sort_day`, NEW.`mark`, 1, +NEW.`quoted`, +NEW.`agreed`, +NEW.`paid`, +NEW.`held`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `quoted` = `quoted` + excluded.`quoted`, `agreed` = `agreed` + excluded.`agreed`, `paid` = `paid` + excluded.`paid`, `held` = `held` + excluded.`held`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`) SELECT 'late', NEW.`oldest_due`, '', 1 WHERE NEW.`oldest_due` IS NOT NULL ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`; END;
--> statement-breakpoint
CREATE TRIGGER `standings_summed_anew` AFTER UPDATE ON `standings` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `quoted`, `agreed`, `paid`, `held`) VALUES ('jobs', OLD.`sort_day`, OLD.`mark`, -1, -OLD.`quoted`, -OLD.`agreed`, -OLD.`paid`, -OLD.`held`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `quoted` = `quoted` + excluded.`quoted`, `agreed` = `agreed` + excluded.`agreed`, `paid` = `paid` + excluded.`paid`, `held` = `held` + excluded.`held`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`) SELECT 'late', OLD.`oldest_due`, '', -1 WHERE OLD.`oldest_due` IS NOT NULL ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `quoted`, `agreed`, `paid`, `held`) VALUES ('jobs', NEW.`sort_day`, NEW.`mark`, 1, +NEW.`quoted`, +NEW.`agreed`, +NEW.`paid`, +NEW.`held`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `quoted` = `quoted` + excluded.`quoted`, `agreed` = `agreed` + excluded.`agreed`, `paid` = `paid` + excluded.`paid`, `held` = `held` + excluded.`held`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`) SELECT 'late', NEW.`oldest_due`, '', 1 WHERE NEW.`oldest_due` IS NOT NULL ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`; END;
--> statement-breakpoint
CREATE TRIGGER `standings_summed_out` AFTER DELETE ON `standings` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `quoted`, `agreed`, `paid`, `held`) VALUES ('jobs', OLD.`sort_day`, OLD.`mark`, -1, -OLD.`quoted`, -OLD.`agreed`, -OLD.`paid`, -OLD.`held`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `quoted` = `quoted` + excluded.`quoted`, `agreed` = `agreed` + excluded.`agreed`, `paid` = `paid` + excluded.`paid`, `held` = `held` + excluded.`held`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`) SELECT 'late', OLD.`oldest_due`, '', -1 WHERE OLD.`oldest_due` IS NOT NULL ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`; END;
--> statement-breakpoint
CREATE TRIGGER `dues_summed_in` AFTER INSERT ON `dues` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `open`) VALUES ('dues', NEW.`due_on`, '', 1, +NEW.`open`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `open` = `open` + excluded.`open`; END;
--> statement-breakpoint
CREATE TRIGGER `dues_summed_anew` AFTER UPDATE ON `dues` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `open`) VALUES ('dues', OLD.`due_on`, '', -1, -OLD.`open`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `open` = `open` + excluded.`open`; INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `open`) VALUES ('dues', NEW.`due_on`, '', 1, +NEW.`open`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `open` = `open` + excluded.`open`; END;
--> statement-breakpoint
CREATE TRIGGER `dues_summed_out` AFTER DELETE ON `dues` BEGIN INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `open`) VALUES ('dues', OLD.`due_on`, '', -1, -OLD.`open`) ON CONFLICT (`what`, `day`, `mark`) DO UPDATE SET `n` = `n` + excluded.`n`, `open` = `open` + excluded.`open`; END;
--> statement-breakpoint
INSERT INTO `day_sums` (`what`, `day`, `mark`, `n`, `quoted`, `agreed`, `paid`, `held`) SELECT 'jobs', `sort_day`, `mark`, count(*), sum(`quoted`), sum(`agreed`), sum(`paid`), sum(`held`) FROM `standings` GROUP BY `sort_day`, `mark`;
--> statement-breakpoint
INSERT INTO `day_sums` (`what`, `day`, `n`) SELECT 'late', `oldest_due`, count(*) FROM `standings` WHERE `oldest_due` IS NOT NULL GROUP BY `oldest_due`;
--> statement-breakpoint
INSERT INTO `day_sums` (`what`, `day`, `n`, `open`) SELECT 'dues', `due_on`, count(*), sum(`open`) FROM `dues` GROUP BY `due_on`;
