CREATE TABLE `job` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`kind` varchar(32) NOT NULL,
	`title` varchar(300) NOT NULL,
	`sieve` varchar(64),
	`started_by` varchar(100) NOT NULL,
	`state` varchar(12) NOT NULL,
	`params` json NOT NULL,
	`at` json,
	`result` json,
	`total` int,
	`done` int NOT NULL DEFAULT 0,
	`worked` bigint NOT NULL DEFAULT 0,
	`stop_asked` boolean NOT NULL DEFAULT false,
	`detail` text,
	`due_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`started_at` datetime(3),
	`finished_at` datetime(3),
	`claimed_by` char(36) character set ascii collate ascii_bin,
	`claimed_until` datetime(3),
	`lost` int NOT NULL DEFAULT 0,
	CONSTRAINT `job_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `job_finding` (
	`job_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`seq` int NOT NULL,
	`message` varchar(180) NOT NULL,
	`detail` json NOT NULL,
	CONSTRAINT `job_finding_job_id_seq_pk` PRIMARY KEY(`job_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `entered_value` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`path` varchar(64) NOT NULL,
	`value` json,
	`entered_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `entered_value_message_id_path_pk` PRIMARY KEY(`message_id`,`path`)
);
--> statement-breakpoint
CREATE TABLE `judgement` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`record_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`revision` int NOT NULL,
	`sieve` varchar(64) NOT NULL,
	`sieve_version` int,
	`path` varchar(64) NOT NULL,
	`is_right` boolean NOT NULL,
	`known` boolean NOT NULL,
	`value` json,
	`judged_by` varchar(100) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `judgement_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `draft` (
	`sieve` varchar(64) NOT NULL,
	`source` mediumtext NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`base` int,
	`edited_by` varchar(100) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `draft_sieve` PRIMARY KEY(`sieve`)
);
--> statement-breakpoint
CREATE TABLE `sample` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`sieve` varchar(64) NOT NULL,
	`name` varchar(180) NOT NULL,
	`raw_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin,
	`subject` varchar(500) NOT NULL,
	`from_address` varchar(320),
	`expect` json,
	`judged_by` varchar(100),
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `sample_id` PRIMARY KEY(`id`),
	CONSTRAINT `sample_name` UNIQUE(`sieve`,`name`)
);
--> statement-breakpoint
ALTER TABLE `delivery` ADD `left_over` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `message` ADD `through` json;--> statement-breakpoint
ALTER TABLE `sieve_version` ADD `published_by` varchar(100);--> statement-breakpoint
ALTER TABLE `sieve_version` ADD `why` text;--> statement-breakpoint
ALTER TABLE `sieve_version` ADD `back_to` int;--> statement-breakpoint
CREATE INDEX `job_work` ON `job` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX `job_of_sieve` ON `job` (`sieve`,`id`);--> statement-breakpoint
CREATE INDEX `judgement_of_message` ON `judgement` (`message_id`,`path`,`id`);--> statement-breakpoint
CREATE INDEX `judgement_of_sieve` ON `judgement` (`sieve`,`at`);--> statement-breakpoint
CREATE INDEX `sample_of_message` ON `sample` (`message_id`);