CREATE TABLE `document_use` (
	`job_id` text NOT NULL,
	`revision` text NOT NULL,
	PRIMARY KEY(`job_id`, `revision`)
);
--> statement-breakpoint
CREATE INDEX `document_used` ON `document_use` (`revision`);--> statement-breakpoint
CREATE TABLE `import_mapping` (
	`maker` text PRIMARY KEY NOT NULL,
	`mapping` text NOT NULL,
	`header` text NOT NULL,
	`saved_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `limit_row_index` (
	`n` integer PRIMARY KEY NOT NULL,
	`id` text NOT NULL,
	`revision` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `limit_row_of_revision` ON `limit_row_index` (`revision`);--> statement-breakpoint
CREATE TABLE `row_use` (
	`job_id` text NOT NULL,
	`revision` text NOT NULL,
	`row` text NOT NULL,
	PRIMARY KEY(`job_id`, `row`)
);
--> statement-breakpoint
CREATE INDEX `row_used` ON `row_use` (`revision`);