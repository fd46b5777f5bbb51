CREATE TABLE `confirmation` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`entered` json NOT NULL,
	`confirmed_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	`leaves_at` datetime(3) NOT NULL,
	CONSTRAINT `confirmation_message_id` PRIMARY KEY(`message_id`)
);
