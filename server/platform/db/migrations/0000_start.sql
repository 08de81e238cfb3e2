CREATE TABLE `attempts` (
	`key` text PRIMARY KEY NOT NULL,
	`count` integer NOT NULL,
	`until` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `blobs` (
	`sha` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`size` integer NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `business` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`legal_name` text NOT NULL,
	`address` text NOT NULL,
	`email` text NOT NULL,
	`phone` text NOT NULL,
	`time_zone` text NOT NULL,
	`currency` text NOT NULL,
	`tax_number` text NOT NULL,
	`bank` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `card_requests` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`stage` text NOT NULL,
	`label` text NOT NULL,
	`amount` integer NOT NULL,
	`currency` text NOT NULL,
	`return_to` text NOT NULL,
	`provider_ref` text,
	`state` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `catalogue` (
	`id` text PRIMARY KEY NOT NULL,
	`description` text NOT NULL,
	`unit` text NOT NULL,
	`unit_price` integer NOT NULL,
	`tax_rate` text NOT NULL,
	`client_quantity` text,
	`position` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `contacts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`kind` text DEFAULT 'person' NOT NULL,
	`created_at` text NOT NULL,
	`search` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `contacts_name` ON `contacts` (`name`,`id`);--> statement-breakpoint
CREATE TABLE `counters` (
	`key` text PRIMARY KEY NOT NULL,
	`value` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `dues` (
	`job_id` text NOT NULL,
	`stage` text NOT NULL,
	`label` text NOT NULL,
	`open` integer NOT NULL,
	`due_on` text NOT NULL,
	`held` integer NOT NULL,
	PRIMARY KEY(`job_id`, `stage`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `dues_by_day` ON `dues` (`due_on`,`open`);--> statement-breakpoint
CREATE TABLE `guests` (
	`job_id` text NOT NULL,
	`contact_id` text NOT NULL,
	`position` integer NOT NULL,
	PRIMARY KEY(`job_id`, `contact_id`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `happenings` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`job_id` text,
	`at` text NOT NULL,
	`type` text NOT NULL,
	`words` text NOT NULL,
	`detail` text DEFAULT '' NOT NULL,
	`mark` text,
	`paper_id` text,
	`notable` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `happenings_by_job` ON `happenings` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `happenings_notable` ON `happenings` (`notable`,`at`);--> statement-breakpoint
CREATE TABLE `invoices` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`number` text NOT NULL,
	`issued_on` text NOT NULL,
	`invoice` text NOT NULL,
	`pdf_sha` text,
	`created_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pdf_sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invoices_job_id_unique` ON `invoices` (`job_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `invoices_number_unique` ON `invoices` (`number`);--> statement-breakpoint
CREATE TABLE `job_lines` (
	`job_id` text NOT NULL,
	`key` text NOT NULL,
	`position` integer NOT NULL,
	`description` text NOT NULL,
	`unit` text NOT NULL,
	`quantity` text NOT NULL,
	`unit_price` integer NOT NULL,
	`discount` text,
	`tax_rate` text NOT NULL,
	`optional` integer NOT NULL,
	`group` text,
	`chosen` integer NOT NULL,
	`client_quantity` text,
	PRIMARY KEY(`job_id`, `key`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`kind_id` text NOT NULL,
	`title` text NOT NULL,
	`client_id` text,
	`starts` text,
	`ends` text,
	`time_zone` text NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`people` integer,
	`facts` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`discount` text,
	`prices_include_tax` integer NOT NULL,
	`plan` text NOT NULL,
	`agreed_on` text,
	`version` integer DEFAULT 1 NOT NULL,
	`created_at` text NOT NULL,
	`search` text NOT NULL,
	`day` text GENERATED ALWAYS AS (substr(starts, 1, 10)) STORED,
	`sort_day` text GENERATED ALWAYS AS (coalesce(substr(starts, 1, 10), '9999-12-31')) STORED,
	FOREIGN KEY (`kind_id`) REFERENCES `kinds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`client_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `jobs_by_day` ON `jobs` (`sort_day`,`id`);--> statement-breakpoint
CREATE INDEX `jobs_by_kind` ON `jobs` (`kind_id`,`sort_day`,`id`);--> statement-breakpoint
CREATE TABLE `kinds` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`position` integer NOT NULL,
	`settings` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `links` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`channel` text NOT NULL,
	`created_at` text NOT NULL,
	`revoked_at` text,
	FOREIGN KEY (`person_id`) REFERENCES `round_people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `links_by_person` ON `links` (`person_id`);--> statement-breakpoint
CREATE TABLE `members` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`role` text NOT NULL,
	`password_hash` text NOT NULL,
	`pin_hash` text NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `members_email_unique` ON `members` (`email`);--> statement-breakpoint
CREATE TABLE `messages` (
	`id` text PRIMARY KEY NOT NULL,
	`key` text NOT NULL,
	`channel` text NOT NULL,
	`to` text NOT NULL,
	`from` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`html` text NOT NULL,
	`attachments` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `messages_key_unique` ON `messages` (`key`);--> statement-breakpoint
CREATE INDEX `messages_by_time` ON `messages` (`at`);--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`kind` text NOT NULL,
	`key` text NOT NULL,
	`payload` text NOT NULL,
	`due_at` text NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`leased_until` text,
	`done_at` text,
	`failed_at` text,
	`last_error` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_key_unique` ON `outbox` (`key`);--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`due_at`) WHERE done_at is null and failed_at is null;--> statement-breakpoint
CREATE TABLE `paper_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`document` text NOT NULL,
	`figures` text,
	`fields` text NOT NULL,
	`pages` integer NOT NULL,
	`pdf_sha` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`pdf_sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `versions_by_paper` ON `paper_versions` (`paper_id`);--> statement-breakpoint
CREATE TABLE `papers` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`kind` text NOT NULL,
	`title` text NOT NULL,
	`template_id` text,
	`document` text NOT NULL,
	`bindings` text NOT NULL,
	`state` text NOT NULL,
	`created_at` text NOT NULL,
	`from_paper_id` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `papers_by_job` ON `papers` (`job_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `papers_by_age` ON `papers` (`created_at`,`id`);--> statement-breakpoint
CREATE TABLE `payments` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`stage` text NOT NULL,
	`amount` integer NOT NULL,
	`asked` integer NOT NULL,
	`currency` text NOT NULL,
	`method` text NOT NULL,
	`reference` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `payments_reference_unique` ON `payments` (`reference`);--> statement-breakpoint
CREATE INDEX `payments_by_job` ON `payments` (`job_id`);--> statement-breakpoint
CREATE INDEX `payments_by_time` ON `payments` (`at`);--> statement-breakpoint
CREATE TABLE `round_events` (
	`round_id` text NOT NULL,
	`seq` integer NOT NULL,
	`at` text NOT NULL,
	`type` text NOT NULL,
	`actor` text NOT NULL,
	`data` text NOT NULL,
	`prev` text NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`round_id`, `seq`),
	FOREIGN KEY (`round_id`) REFERENCES `rounds`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `round_people` (
	`id` text PRIMARY KEY NOT NULL,
	`round_id` text NOT NULL,
	`party` text NOT NULL,
	`contact_id` text,
	`member_id` text,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`turn` integer NOT NULL,
	`part` text NOT NULL,
	`fields` text NOT NULL,
	`draft` text NOT NULL,
	`draft_version` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`round_id`) REFERENCES `rounds`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contact_id`) REFERENCES `contacts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `people_by_round` ON `round_people` (`round_id`);--> statement-breakpoint
CREATE TABLE `rounds` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`version_id` text NOT NULL,
	`job_id` text NOT NULL,
	`subject` text NOT NULL,
	`message` text NOT NULL,
	`lapses_at` text,
	`sealed_sha` text,
	`created_at` text NOT NULL,
	`created_by` text,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version_id`) REFERENCES `paper_versions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sealed_sha`) REFERENCES `blobs`(`sha`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`created_by`) REFERENCES `members`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `rounds_by_paper` ON `rounds` (`paper_id`);--> statement-breakpoint
CREATE TABLE `sealing_keys` (
	`id` text PRIMARY KEY NOT NULL,
	`encrypted` text NOT NULL,
	`certificate` text NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `standin_cards` (
	`id` text PRIMARY KEY NOT NULL,
	`request` text NOT NULL,
	`state` text NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `standings` (
	`job_id` text PRIMARY KEY NOT NULL,
	`facts` text NOT NULL,
	`mark` text NOT NULL,
	`stop` text,
	`ready` integer NOT NULL,
	`sort_day` text NOT NULL,
	`total` integer NOT NULL,
	`quoted` integer NOT NULL,
	`agreed` integer NOT NULL,
	`paid` integer NOT NULL,
	`held` integer NOT NULL,
	`since` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `standings_by_mark` ON `standings` (`mark`,`sort_day`,`job_id`);--> statement-breakpoint
CREATE INDEX `standings_ready` ON `standings` (`ready`,`sort_day`,`job_id`);--> statement-breakpoint
CREATE INDEX `standings_money` ON `standings` (`sort_day`,`quoted`,`agreed`,`paid`,`held`);--> statement-breakpoint
CREATE TABLE `templates` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`edition` integer NOT NULL,
	`document` text NOT NULL,
	`updated_at` text NOT NULL
);
