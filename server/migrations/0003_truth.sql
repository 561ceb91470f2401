CREATE TABLE `chain_head` (
	`chain` text PRIMARY KEY NOT NULL,
	`length` integer NOT NULL,
	`hash` text NOT NULL,
	`mac` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `floor_row` (
	`job_id` text PRIMARY KEY NOT NULL,
	`length` integer NOT NULL,
	`until` text,
	`summary` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `credential` ADD `mac` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `job_row` ADD `supplements` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `job_row` ADD `last_seal` text;--> statement-breakpoint
ALTER TABLE `job_row` ADD `length` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `job_row` ADD `mac` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `receipt` ADD `chain` text;--> statement-breakpoint
ALTER TABLE `receipt` ADD `first_seq` integer;--> statement-breakpoint
ALTER TABLE `receipt` ADD `last_seq` integer;--> statement-breakpoint
ALTER TABLE `receipt` ADD `last_hash` text;