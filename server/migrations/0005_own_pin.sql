ALTER TABLE `credential` ADD `used_at` text;--> statement-breakpoint
ALTER TABLE `sign_in_audit` ADD `by` text;