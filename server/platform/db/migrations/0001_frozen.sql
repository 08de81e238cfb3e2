-- A version that was sent, and what happened in a round, never change.
CREATE TRIGGER `paper_versions_no_update` BEFORE UPDATE ON `paper_versions` BEGIN SELECT RAISE(ABORT, 'a sent version cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `paper_versions_no_delete` BEFORE DELETE ON `paper_versions` BEGIN SELECT RAISE(ABORT, 'a sent version cannot be removed'); END;
--> statement-breakpoint
CREATE TRIGGER `round_events_no_update` BEFORE UPDATE ON `round_events` BEGIN SELECT RAISE(ABORT, 'an event cannot be changed'); END;
--> statement-breakpoint
CREATE TRIGGER `round_events_no_delete` BEFORE DELETE ON `round_events` BEGIN SELECT RAISE(ABORT, 'an event cannot be removed'); END;
