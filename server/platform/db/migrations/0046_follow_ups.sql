CREATE TABLE `calendar_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text,
	`day` text NOT NULL,
	`words` text NOT NULL,
	`created_at` text NOT NULL,
	`by` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `calendar_by_day` ON `calendar_entries` (`day`);--> statement-breakpoint
CREATE INDEX `calendar_by_job` ON `calendar_entries` (`job_id`);--> statement-breakpoint
CREATE TABLE `filed` (
	`id` text PRIMARY KEY NOT NULL,
	`path` text NOT NULL,
	`sha` text NOT NULL,
	`type` text NOT NULL,
	`job_id` text,
	`at` text NOT NULL,
	FOREIGN KEY (`sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `filed_path_unique` ON `filed` (`path`);--> statement-breakpoint
CREATE INDEX `filed_by_job` ON `filed` (`job_id`);--> statement-breakpoint
CREATE TABLE `follow_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`follow_up_id` text NOT NULL,
	`occurrence` text NOT NULL,
	`job_id` text,
	`at` text NOT NULL,
	`left` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`follow_up_id`) REFERENCES `follow_ups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `runs_by_follow_up` ON `follow_runs` (`follow_up_id`,`at`);--> statement-breakpoint
CREATE INDEX `runs_by_job` ON `follow_runs` (`job_id`,`at`);--> statement-breakpoint
CREATE TABLE `follow_steps` (
	`id` text PRIMARY KEY NOT NULL,
	`run_id` text NOT NULL,
	`position` integer NOT NULL,
	`act` text NOT NULL,
	`due_at` text NOT NULL,
	`state` text NOT NULL,
	`said` text DEFAULT '' NOT NULL,
	`made` text,
	`done_at` text,
	`again` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `follow_runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `steps_by_run` ON `follow_steps` (`run_id`,`position`);--> statement-breakpoint
CREATE INDEX `steps_waiting` ON `follow_steps` (`due_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE TABLE `follow_ups` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`on` integer NOT NULL,
	`kinds` text NOT NULL,
	`when` text NOT NULL,
	`if` text NOT NULL,
	`unless` text NOT NULL,
	`steps` text NOT NULL,
	`since` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`created_at` text NOT NULL,
	`by` text NOT NULL,
	`gone_at` text
);
--> statement-breakpoint
CREATE TABLE `occurrences` (
	`n` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`kind` text NOT NULL,
	`at` text NOT NULL,
	`job_id` text,
	`contact_id` text,
	`paper_id` text,
	`of` text NOT NULL,
	`days` integer,
	`because` text NOT NULL,
	`by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `occurrences_id_unique` ON `occurrences` (`id`);--> statement-breakpoint
CREATE INDEX `occurrences_by_job` ON `occurrences` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `occurrences_by_time` ON `occurrences` (`at`,`kind`);--> statement-breakpoint
CREATE TABLE `answered` (
	`key` text PRIMARY KEY NOT NULL,
	`asked` text NOT NULL,
	`status` integer,
	`answer` text,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `answered_by_time` ON `answered` (`at`);--> statement-breakpoint
CREATE TABLE `deliveries` (
	`id` text PRIMARY KEY NOT NULL,
	`system_id` text NOT NULL,
	`what` text NOT NULL,
	`body` text NOT NULL,
	`sha` text,
	`job_id` text,
	`created_at` text NOT NULL,
	`state` text NOT NULL,
	`tries` text NOT NULL,
	`done_at` text,
	`step_id` text,
	FOREIGN KEY (`system_id`) REFERENCES `systems`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `deliveries_by_system` ON `deliveries` (`system_id`,`created_at`);--> statement-breakpoint
CREATE TABLE `feeds` (
	`member_id` text PRIMARY KEY NOT NULL,
	`nonce` text NOT NULL,
	`token_hash` text NOT NULL,
	`shows` text NOT NULL,
	`created_at` text NOT NULL,
	`read_at` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `feeds_token_hash_unique` ON `feeds` (`token_hash`);--> statement-breakpoint
CREATE TABLE `mail_in` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`from` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`job_id` text,
	`contact_id` text,
	`files` text NOT NULL,
	`left_out` text DEFAULT '' NOT NULL,
	`read_at` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `mail_in_by_time` ON `mail_in` (`at`);--> statement-breakpoint
CREATE INDEX `mail_in_by_person` ON `mail_in` (`contact_id`,`at`) WHERE contact_id is not null;--> statement-breakpoint
CREATE TABLE `standin_neighbour` (
	`n` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`what` text NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`sha` text,
	`signed` integer,
	`answered` integer NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `neighbour_by_name` ON `standin_neighbour` (`what`,`name`);--> statement-breakpoint
CREATE TABLE `systems` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`url` text NOT NULL,
	`keys` text NOT NULL,
	`events` text NOT NULL,
	`on` integer NOT NULL,
	`created_at` text NOT NULL,
	`by` text NOT NULL,
	`gone_at` text
);
--> statement-breakpoint
CREATE TABLE `tokens` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`member_id` text NOT NULL,
	`hash` text NOT NULL,
	`begins` text NOT NULL,
	`scopes` text NOT NULL,
	`created_at` text NOT NULL,
	`until` text,
	`used_at` text,
	`used_from` text DEFAULT '' NOT NULL,
	`revoked_at` text,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `tokens_hash_unique` ON `tokens` (`hash`);
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `contact_id`, `paper_id`, `of`, `because`, `by`)
SELECT 'r:' || e.round_id || ':' || e.seq, CASE e.type WHEN 'on-paper' THEN 'signed' ELSE e.type END, e.at, r.job_id, p.contact_id, r.paper_id,
  json_array(a.kind, 't:' || coalesce(a.template_id, '')), '[]', coalesce(e.actor ->> '$.name', '')
FROM round_events e JOIN rounds r ON r.id = e.round_id JOIN papers a ON a.id = r.paper_id
LEFT JOIN round_people p ON p.id = e.data ->> '$.person'
WHERE e.type IN ('asked', 'opened', 'signed', 'on-paper', 'declined', 'lapsed', 'withdrawn', 'bounced') ORDER BY e.at;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `paper_id`, `of`, `because`)
SELECT 'all:' || a.id || ':' || e.round_id, 'signed-all', e.at, a.job_id, a.id, json_array(a.kind, 't:' || coalesce(a.template_id, '')), '[]'
FROM round_events e JOIN round_papers rp ON rp.round_id = e.round_id JOIN papers a ON a.id = rp.paper_id WHERE e.type = 'sealed' ORDER BY e.at;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `paper_id`, `of`, `because`)
SELECT 'accepted:' || a.id || ':' || e.round_id, 'accepted', e.at, a.job_id, a.id, json_array(a.kind, 't:' || coalesce(a.template_id, '')), '[]'
FROM round_events e JOIN round_papers rp ON rp.round_id = e.round_id JOIN papers a ON a.id = rp.paper_id WHERE e.type = 'sealed' AND a.kind = 'quote' ORDER BY e.at;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `contact_id`, `of`, `because`)
SELECT 'made:' || id, 'made', created_at, id, client_id, '[]', '[]' FROM jobs;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `contact_id`, `of`, `because`)
SELECT 'paid:' || p.id, 'paid', p.at, p.job_id, j.client_id, json_array(p.stage), '[]' FROM payments p JOIN jobs j ON j.id = p.job_id WHERE p.amount > 0;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `contact_id`, `of`, `because`)
SELECT 'invoiced:' || i.id, 'invoiced', i.created_at, i.job_id, j.client_id, json_array(coalesce(i.stage, '')), '[]' FROM invoices i JOIN jobs j ON j.id = i.job_id;
--> statement-breakpoint
INSERT OR IGNORE INTO `occurrences` (`id`, `kind`, `at`, `job_id`, `contact_id`, `of`, `because`)
SELECT 'completed:' || id || ':' || completed_on, 'completed', completed_on || 'T12:00:00.000Z', id, client_id, '[]', '[]' FROM jobs WHERE completed_on IS NOT NULL;
