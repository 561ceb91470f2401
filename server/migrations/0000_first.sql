CREATE TABLE `credential` (
	`person` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`failed` integer DEFAULT 0 NOT NULL,
	`locked_until` text
);
--> statement-breakpoint
CREATE TABLE `entry` (
	`chain` text NOT NULL,
	`seq` integer NOT NULL,
	`bytes` text NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`chain`, `seq`)
);
--> statement-breakpoint
CREATE TABLE `instrument_row` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`due_on` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `job_row` (
	`job_id` text PRIMARY KEY NOT NULL,
	`number` text NOT NULL,
	`engine_id` text NOT NULL,
	`serial` text NOT NULL,
	`model` text NOT NULL,
	`model_name` text NOT NULL,
	`opened_at` text NOT NULL,
	`sealed_at` text,
	`seal_digest` text,
	`gates` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `job_row_number_unique` ON `job_row` (`number`);--> statement-breakpoint
CREATE TABLE `model_row` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`maker` text NOT NULL,
	`digest` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `person_row` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`active` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `projection_version` (
	`name` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `receipt` (
	`command` text PRIMARY KEY NOT NULL,
	`person` text NOT NULL,
	`body_hash` text NOT NULL,
	`answer` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `revision_row` (
	`id` text PRIMARY KEY NOT NULL,
	`number` text NOT NULL,
	`title` text NOT NULL,
	`kind` text NOT NULL,
	`published_at` text,
	`effective` text NOT NULL,
	`row_count` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `session` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person` text NOT NULL,
	`started_at` text NOT NULL,
	`seen_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sign_in_audit` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person` text NOT NULL,
	`at` text NOT NULL,
	`outcome` text NOT NULL
);
