CREATE TABLE `let_go` (
	`round_id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`titles` text NOT NULL,
	`sealed_at` text NOT NULL,
	`told_at` text NOT NULL,
	`gone_at` text,
	`papers` text NOT NULL,
	`events` text NOT NULL,
	`versions` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `let_go_by_job` ON `let_go` (`job_id`);--> statement-breakpoint
DROP TRIGGER `paper_versions_no_delete`;
--> statement-breakpoint
CREATE TRIGGER `paper_versions_no_delete` BEFORE DELETE ON `paper_versions` WHEN NOT EXISTS (SELECT 1 FROM `let_go`, json_each(`let_go`.`papers`) WHERE `let_go`.`gone_at` IS NOT NULL AND json_each.`value` = OLD.`paper_id`) BEGIN SELECT RAISE(ABORT, 'a sent version cannot be removed'); END;
--> statement-breakpoint
DROP TRIGGER `round_events_no_delete`;
--> statement-breakpoint
CREATE TRIGGER `round_events_no_delete` BEFORE DELETE ON `round_events` WHEN NOT EXISTS (SELECT 1 FROM `let_go` WHERE `let_go`.`gone_at` IS NOT NULL AND `let_go`.`round_id` = OLD.`round_id`) BEGIN SELECT RAISE(ABORT, 'an event cannot be removed'); END;
--> statement-breakpoint
CREATE TRIGGER `let_go_stays` BEFORE DELETE ON `let_go` WHEN OLD.`gone_at` IS NOT NULL BEGIN SELECT RAISE(ABORT, 'what went stays noted'); END;
--> statement-breakpoint
CREATE TRIGGER `let_go_no_update` BEFORE UPDATE ON `let_go` WHEN OLD.`gone_at` IS NOT NULL BEGIN SELECT RAISE(ABORT, 'what went stays noted'); END;
