CREATE TABLE `consents` (
	`id` text PRIMARY KEY NOT NULL,
	`contact_id` text NOT NULL,
	`words` text NOT NULL,
	`given_on` text NOT NULL,
	`by` text NOT NULL,
	`until` text,
	`withdrawn_on` text,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `consents_by_contact` ON `consents` (`contact_id`);--> statement-breakpoint
CREATE TABLE `merges` (
	`id` text PRIMARY KEY NOT NULL,
	`kept_id` text NOT NULL,
	`gone_id` text NOT NULL,
	`at` text NOT NULL,
	`by` text NOT NULL,
	`moved` text NOT NULL,
	`undone_at` text,
	FOREIGN KEY (`kept_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`gone_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `merges_by_kept` ON `merges` (`kept_id`);--> statement-breakpoint
CREATE TABLE `own_pages` (
	`contact_id` text PRIMARY KEY NOT NULL,
	`nonce` text NOT NULL,
	`token_hash` text NOT NULL,
	`created_at` text NOT NULL,
	`sent_at` text,
	`seen_at` text,
	`seen_on` text DEFAULT '' NOT NULL,
	`seen_before` text,
	`code_hash` text,
	`code_until` text,
	`tries` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `own_pages_token_hash_unique` ON `own_pages` (`token_hash`);--> statement-breakpoint
CREATE TABLE `ties` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`from_id` text NOT NULL,
	`to_id` text NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`from_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`to_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `ties_once` ON `ties` (`kind`,`from_id`,`to_id`);--> statement-breakpoint
CREATE INDEX `ties_by_from` ON `ties` (`from_id`);--> statement-breakpoint
CREATE INDEX `ties_by_to` ON `ties` (`to_id`);--> statement-breakpoint
CREATE TABLE `laid_calendars` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`url` text DEFAULT '' NOT NULL,
	`at` text NOT NULL,
	`read_at` text NOT NULL,
	`trouble` text DEFAULT '' NOT NULL,
	`by` text NOT NULL,
	`entries` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `notices` (
	`id` text PRIMARY KEY NOT NULL,
	`member_id` text NOT NULL,
	`key` text NOT NULL,
	`kind` text NOT NULL,
	`at` text NOT NULL,
	`words` text NOT NULL,
	`detail` text DEFAULT '' NOT NULL,
	`path` text NOT NULL,
	`job_id` text,
	`listed` text NOT NULL,
	`read_at` text,
	`daily` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `notices_once` ON `notices` (`member_id`,`key`);--> statement-breakpoint
CREATE INDEX `notices_by_member` ON `notices` (`member_id`,`at`);--> statement-breakpoint
CREATE INDEX `notices_unread` ON `notices` (`member_id`) WHERE read_at is null and listed = 'yes';--> statement-breakpoint
CREATE INDEX `notices_daily` ON `notices` (`member_id`,`at`) WHERE daily = 'waits';--> statement-breakpoint
CREATE TABLE `paper_answers` (
	`paper_id` text PRIMARY KEY NOT NULL,
	`template_id` text NOT NULL,
	`at` text NOT NULL,
	`values` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `paper_answers_by_template` ON `paper_answers` (`template_id`,`at`,`paper_id`);--> statement-breakpoint
CREATE TABLE `sendings` (
	`round_id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`job_id` text NOT NULL,
	`kind_id` text NOT NULL,
	`paper_kind` text NOT NULL,
	`template_id` text,
	`sent_at` text NOT NULL,
	`ended_at` text,
	`outcome` text NOT NULL,
	`worth` integer NOT NULL,
	`reminders` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE INDEX `sendings_by_time` ON `sendings` (`paper_kind`,`sent_at`,`kind_id`,`outcome`,`ended_at`,`worth`,`reminders`);--> statement-breakpoint
CREATE INDEX `sendings_by_paper` ON `sendings` (`paper_id`);--> statement-breakpoint
ALTER TABLE `members` ADD `notices` text;--> statement-breakpoint
ALTER TABLE `members` ADD `phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `contacts` ADD `notes` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `contacts` ADD `supplier` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `contacts` ADD `member_id` text;--> statement-breakpoint
ALTER TABLE `contacts` ADD `merged_into` text;--> statement-breakpoint
CREATE UNIQUE INDEX `contacts_by_member` ON `contacts` (`member_id`) WHERE member_id is not null;--> statement-breakpoint
ALTER TABLE `jobs` ADD `house` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `jobs_by_client` ON `jobs` (`client_id`,`sort_day`) WHERE client_id is not null;--> statement-breakpoint
CREATE INDEX `jobs_of_house` ON `jobs` (`sort_day`) WHERE house;--> statement-breakpoint
ALTER TABLE `templates` ADD `target` text DEFAULT 'clients' NOT NULL;--> statement-breakpoint
ALTER TABLE `happenings` ADD `contact_id` text REFERENCES contacts(id);--> statement-breakpoint
CREATE INDEX `happenings_by_contact` ON `happenings` (`contact_id`,`at`) WHERE contact_id is not null;--> statement-breakpoint
CREATE INDEX `happenings_by_paper` ON `happenings` (`paper_id`,`at`) WHERE paper_id is not null;--> statement-breakpoint
ALTER TABLE `round_people` ADD `stopped` text;--> statement-breakpoint
CREATE INDEX `people_by_contact` ON `round_people` (`contact_id`) WHERE contact_id is not null;--> statement-breakpoint
CREATE INDEX `guests_by_contact` ON `guests` (`contact_id`);--> statement-breakpoint
CREATE INDEX `standings_since` ON `standings` (`since`,`sort_day`) WHERE state = 'theirs';--> statement-breakpoint
CREATE INDEX `messages_by_address` ON `messages` (`to`,`at`);--> statement-breakpoint
CREATE INDEX `tasks_by_contact` ON `tasks` (`contact_id`);--> statement-breakpoint
CREATE INDEX `occurrences_by_kind` ON `occurrences` (`kind`,`at`);--> statement-breakpoint
CREATE INDEX `occurrences_by_contact` ON `occurrences` (`contact_id`,`at`) WHERE contact_id is not null;--> statement-breakpoint
INSERT OR IGNORE INTO `ties` (`id`, `kind`, `from_id`, `to_id`, `words`, `created_at`)
SELECT lower(hex(randomblob(16))), 'guardian-of', p.bindings ->> '$.guardian.contactId', p.bindings ->> '$.guest.contactId', '', min(p.created_at)
FROM `papers` p
JOIN `contacts` g ON g.id = p.bindings ->> '$.guardian.contactId'
JOIN `contacts` c ON c.id = p.bindings ->> '$.guest.contactId'
WHERE p.kind = 'waiver' AND g.id <> c.id
GROUP BY 3, 4;
--> statement-breakpoint
INSERT OR IGNORE INTO `sendings` (`round_id`, `paper_id`, `job_id`, `kind_id`, `paper_kind`, `template_id`, `sent_at`, `ended_at`, `outcome`, `worth`, `reminders`)
SELECT r.id, p.id, r.job_id, j.kind_id, p.kind, p.template_id, r.created_at,
  (SELECT max(e.at) FROM `round_events` e WHERE e.round_id = r.id AND e.type IN ('signed', 'on-paper', 'declined', 'withdrawn', 'lapsed')),
  CASE WHEN p.state IN ('signed', 'declined', 'lapsed', 'withdrawn') THEN p.state ELSE 'out' END,
  CASE WHEN p.kind IN ('quote', 'contract') THEN coalesce((SELECT s.total FROM `standings` s WHERE s.job_id = r.job_id), 0) ELSE 0 END,
  (SELECT count(*) FROM `round_events` e WHERE e.round_id = r.id AND e.type = 'nudged')
FROM `rounds` r JOIN `papers` p ON p.id = r.paper_id JOIN `jobs` j ON j.id = r.job_id
WHERE r.id = (SELECT x.id FROM `rounds` x WHERE x.paper_id = p.id ORDER BY x.created_at DESC, x.id DESC LIMIT 1);
--> statement-breakpoint
UPDATE `sendings` SET `ended_at` = NULL WHERE `outcome` = 'out';
