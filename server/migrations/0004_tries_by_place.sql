CREATE TABLE `pin_tries` (
	`person` text NOT NULL,
	`place` text NOT NULL,
	`failed` integer NOT NULL,
	`locked_until` text,
	`at` text NOT NULL,
	PRIMARY KEY(`person`, `place`)
);
