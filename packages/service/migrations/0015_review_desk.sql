CREATE TABLE `finding` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`folded` varchar(4000) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	CONSTRAINT `finding_message_id` PRIMARY KEY(`message_id`)
);
--> statement-breakpoint
CREATE TABLE `journal` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`done_by` varchar(100) NOT NULL,
	`act` varchar(24) NOT NULL,
	`words` varchar(2000) NOT NULL,
	CONSTRAINT `journal_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `review_hold` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`desk` char(36) character set ascii collate ascii_bin NOT NULL,
	`held_by` varchar(100) NOT NULL,
	`held_until` datetime(3) NOT NULL,
	CONSTRAINT `review_hold_message_id` PRIMARY KEY(`message_id`)
);
--> statement-breakpoint
CREATE TABLE `saved_view` (
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`filters` json NOT NULL,
	`saved_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `saved_view_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
ALTER TABLE `message` ADD `cause` varchar(140);--> statement-breakpoint
ALTER TABLE `judgement` ADD `is_spot` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `record` ADD `held` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `record_revision` ADD `held_rows` json;--> statement-breakpoint
CREATE INDEX `journal_of_message` ON `journal` (`message_id`,`id`);--> statement-breakpoint
CREATE INDEX `review_hold_of_desk` ON `review_hold` (`desk`);--> statement-breakpoint
CREATE INDEX `message_of_cause` ON `message` (`state`,`cause`,`id`);--> statement-breakpoint
CREATE INDEX `record_with_held` ON `record` (`held`);--> statement-breakpoint
INSERT INTO `finding` (`message_id`, `folded`)
SELECT `id`, LOWER(CONCAT_WS('\n', `subject`, `from_name`, `from_address`, `recipient`, `message_id`)) FROM `message`;--> statement-breakpoint
UPDATE `message` SET `cause` = JSON_VALUE(`reasons`, '$[0].code');
