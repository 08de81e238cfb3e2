CREATE TABLE `paper_rows` (
	`n` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`paper_id` text NOT NULL,
	`whose` text NOT NULL,
	`worth` integer,
	`stop` text NOT NULL,
	`waits` text NOT NULL,
	`since` text NOT NULL,
	`sent_by` text,
	`language` text NOT NULL,
	`search` text NOT NULL,
	`words` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `paper_rows_paper_id_unique` ON `paper_rows` (`paper_id`);--> statement-breakpoint
CREATE INDEX `paper_rows_since` ON `paper_rows` (`since`,`n`);--> statement-breakpoint
CREATE VIRTUAL TABLE `paper_words` USING fts5(title, people, words, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3');
--> statement-breakpoint
CREATE TRIGGER `paper_rows_out` AFTER DELETE ON `paper_rows` BEGIN DELETE FROM `paper_words` WHERE rowid = OLD.`n`; END;
