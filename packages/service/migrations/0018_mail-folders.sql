CREATE TABLE `folder_message` (
	`folder_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`uidvalidity` bigint NOT NULL,
	`uid` bigint NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin,
	`trouble` text,
	`settled` boolean NOT NULL,
	CONSTRAINT `folder_message_folder_id_uidvalidity_uid_pk` PRIMARY KEY(`folder_id`,`uidvalidity`,`uid`)
);
--> statement-breakpoint
CREATE TABLE `mail_folder` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`connection` varchar(64) NOT NULL,
	`folder` varchar(200) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	`unread` boolean NOT NULL DEFAULT false,
	`after_taking` varchar(220),
	`named` boolean NOT NULL DEFAULT true,
	`uidvalidity` bigint,
	`begins_uid` bigint,
	`state` varchar(12) NOT NULL,
	`detail` text,
	`remark` text,
	`tries` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	`last_taken_at` datetime(3),
	`updated_at` datetime(3) NOT NULL,
	`claimed_by` char(36) character set ascii collate ascii_bin,
	`claimed_until` datetime(3),
	`lost` int NOT NULL DEFAULT 0,
	CONSTRAINT `mail_folder_id` PRIMARY KEY(`id`),
	CONSTRAINT `mail_folder_of_mailbox` UNIQUE(`mailbox_id`,`connection`,`folder`)
);
--> statement-breakpoint
DROP INDEX `message_work` ON `message`;--> statement-breakpoint
ALTER TABLE `message` ADD `behind` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `message` ADD `tells` json;--> statement-breakpoint
CREATE INDEX `folder_message_open` ON `folder_message` (`folder_id`,`settled`);--> statement-breakpoint
CREATE INDEX `folder_message_of_message` ON `folder_message` (`message_id`);--> statement-breakpoint
CREATE INDEX `mail_folder_due` ON `mail_folder` (`named`,`due_at`);--> statement-breakpoint
CREATE INDEX `message_work` ON `message` (`state`,`wants`,`behind`,`due_at`);