CREATE TABLE `drift` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`kind` varchar(12) NOT NULL,
	`sieve` varchar(64) NOT NULL,
	`what` varchar(64) NOT NULL,
	`before_count` int NOT NULL,
	`before_of` int NOT NULL,
	`now_count` int NOT NULL,
	`now_of` int NOT NULL,
	`example_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`found_at` datetime(3) NOT NULL,
	`seen_by` varchar(100),
	CONSTRAINT `drift_id` PRIMARY KEY(`id`),
	CONSTRAINT `drift_of` UNIQUE(`mailbox_id`,`kind`,`sieve`,`what`)
);
--> statement-breakpoint
CREATE INDEX `drift_found` ON `drift` (`found_at`);