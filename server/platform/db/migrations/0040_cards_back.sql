CREATE TABLE `card_backs` (
	`payment_id` text PRIMARY KEY NOT NULL,
	`provider_ref` text NOT NULL,
	`amount` integer NOT NULL,
	`state` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`payment_id`) REFERENCES `payments`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `standin_cards` ADD `card` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `standin_cards` ADD `back` text DEFAULT '[]' NOT NULL;