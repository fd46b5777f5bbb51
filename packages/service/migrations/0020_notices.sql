CREATE TABLE `notice` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`kind` varchar(24) NOT NULL,
	`about` varchar(160) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	`mailbox` varchar(64),
	`text` text NOT NULL,
	`path` varchar(300) NOT NULL,
	`count` int NOT NULL,
	`began_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `notice_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `notice_mute` (
	`owner` varchar(120) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	`kind` varchar(24) NOT NULL,
	`about` varchar(160) character set utf8mb4 collate utf8mb4_bin NOT NULL,
	CONSTRAINT `notice_mute_owner_kind_about_pk` PRIMARY KEY(`owner`,`kind`,`about`)
);
--> statement-breakpoint
CREATE TABLE `notice_plan` (
	`name` varchar(64) NOT NULL,
	`destination` varchar(64) NOT NULL,
	`recipient` varchar(320),
	`kinds` json NOT NULL,
	`hour` int,
	`made_by` varchar(100) NOT NULL,
	`due_at` datetime(3) NOT NULL,
	`trouble` text,
	`sent_at` datetime(3),
	CONSTRAINT `notice_plan_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `notice_told` (
	`plan` varchar(64) NOT NULL,
	`notice_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `notice_told_plan_notice_id_pk` PRIMARY KEY(`plan`,`notice_id`)
);
--> statement-breakpoint
CREATE INDEX `notice_of_cause` ON `notice` (`kind`,`about`,`ended_at`);--> statement-breakpoint
CREATE INDEX `notice_began` ON `notice` (`began_at`);