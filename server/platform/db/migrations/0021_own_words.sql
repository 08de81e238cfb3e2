CREATE TABLE `own_words` (
	`key` text NOT NULL,
	`language` text NOT NULL,
	`text` text NOT NULL,
	PRIMARY KEY(`key`, `language`)
);
