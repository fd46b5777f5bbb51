CREATE TABLE `label` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`category` varchar(100),
	`seen` json NOT NULL,
	`labelled_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `label_message_id` PRIMARY KEY(`message_id`)
);
--> statement-breakpoint
CREATE TABLE `sorter_version` (
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`number` int NOT NULL,
	`lesson` json NOT NULL,
	`used_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sorter_version_mailbox_id_number_pk` PRIMARY KEY(`mailbox_id`,`number`)
);
--> statement-breakpoint
ALTER TABLE `mailbox` ADD `sorter` int;--> statement-breakpoint
ALTER TABLE `message` ADD `sorting` json;--> statement-breakpoint
CREATE INDEX `label_of_mailbox` ON `label` (`mailbox_id`,`message_id`);