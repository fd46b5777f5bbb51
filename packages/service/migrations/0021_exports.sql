CREATE TABLE `saved_export` (
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`source` mediumtext NOT NULL,
	`definition` json NOT NULL,
	`secret` varchar(64) NOT NULL,
	`due_at` datetime(3),
	`sent_at` datetime(3),
	`trouble` text,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `saved_export_name` PRIMARY KEY(`name`),
	CONSTRAINT `saved_export_secret_unique` UNIQUE(`secret`)
);
--> statement-breakpoint
DROP INDEX `sheet_order` ON `sheet_row`;--> statement-breakpoint
ALTER TABLE `sheet_row` ADD `message` char(36) character set ascii collate ascii_bin;--> statement-breakpoint
ALTER TABLE `sheet_row` ADD `position` int DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `saved_export_due` ON `saved_export` (`due_at`);--> statement-breakpoint
CREATE INDEX `sheet_order` ON `sheet_row` (`destination`,`message_time`,`message`,`position`);