CREATE TABLE `change` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`kind` varchar(16) NOT NULL,
	`what` varchar(64) NOT NULL,
	`owner` varchar(64) NOT NULL,
	`day` date NOT NULL,
	`was` varchar(12),
	`is_now` varchar(12),
	CONSTRAINT `change_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `tally` (
	`kind` varchar(16) NOT NULL,
	`owner` varchar(64) NOT NULL,
	`day` date NOT NULL,
	`state` varchar(12) NOT NULL,
	`count` int NOT NULL,
	CONSTRAINT `tally_kind_owner_day_state_pk` PRIMARY KEY(`kind`,`owner`,`day`,`state`)
);
--> statement-breakpoint
CREATE TABLE `failed_log_in` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`counted` char(64) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `failed_log_in_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `invitation` (
	`hash` char(64) character set ascii collate ascii_bin NOT NULL,
	`role` varchar(12) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `invitation_hash` PRIMARY KEY(`hash`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`hash` char(64) character set ascii collate ascii_bin NOT NULL,
	`user_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`seen_at` datetime(3) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	CONSTRAINT `session_hash` PRIMARY KEY(`hash`)
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`email` varchar(320) NOT NULL,
	`name` varchar(100) NOT NULL,
	`role` varchar(12) NOT NULL,
	`password` varchar(200) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
ALTER TABLE `destination` ADD `tested_at` datetime(3);--> statement-breakpoint
ALTER TABLE `destination` ADD `test_ok` boolean;--> statement-breakpoint
ALTER TABLE `destination` ADD `test_detail` text;--> statement-breakpoint
CREATE INDEX `change_at` ON `change` (`at`);--> statement-breakpoint
CREATE INDEX `tally_day` ON `tally` (`kind`,`day`);--> statement-breakpoint
CREATE INDEX `failed_log_in_counted` ON `failed_log_in` (`counted`,`at`);--> statement-breakpoint
CREATE INDEX `session_of_user` ON `session` (`user_id`);--> statement-breakpoint
CREATE INDEX `session_expiry` ON `session` (`expires_at`);--> statement-breakpoint
CREATE INDEX `delivery_of_destination` ON `delivery` (`destination`,`id`);--> statement-breakpoint
CREATE INDEX `delivery_of_state` ON `delivery` (`state`,`id`);--> statement-breakpoint
CREATE INDEX `message_of_state` ON `message` (`state`,`id`);--> statement-breakpoint
CREATE INDEX `message_of_mailbox_state` ON `message` (`mailbox_id`,`state`,`id`);--> statement-breakpoint
-- Counts of what is there already. Instances of the version before write no changes: what they handle meanwhile is not counted.
INSERT INTO `tally` (`kind`, `owner`, `day`, `state`, `count`)
SELECT 'message', `mailbox_id`, DATE(`received_at`), `state`, COUNT(*) FROM `message` GROUP BY `mailbox_id`, DATE(`received_at`), `state`;
--> statement-breakpoint
INSERT INTO `tally` (`kind`, `owner`, `day`, `state`, `count`)
SELECT 'delivery', `destination`, DATE(`message_time`), `state`, COUNT(*) FROM `delivery` GROUP BY `destination`, DATE(`message_time`), `state`;
