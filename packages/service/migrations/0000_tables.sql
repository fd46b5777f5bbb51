CREATE TABLE `access_token` (
	`hash` char(64) character set ascii collate ascii_bin NOT NULL,
	`name` varchar(100) NOT NULL,
	`role` varchar(12) NOT NULL,
	`expires_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `access_token_hash` PRIMARY KEY(`hash`)
);
--> statement-breakpoint
CREATE TABLE `applied` (
	`destination` varchar(64) NOT NULL,
	`order_key` varchar(191) NOT NULL,
	`message_time` datetime(3) NOT NULL,
	`delivery_id` char(36) character set ascii collate ascii_bin NOT NULL,
	CONSTRAINT `applied_destination_order_key_pk` PRIMARY KEY(`destination`,`order_key`)
);
--> statement-breakpoint
CREATE TABLE `attempt` (
	`delivery_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	`number` int NOT NULL,
	`result` varchar(16) NOT NULL,
	`answer` text NOT NULL,
	CONSTRAINT `attempt_delivery_id_at_number_pk` PRIMARY KEY(`delivery_id`,`at`,`number`)
);
--> statement-breakpoint
CREATE TABLE `connection` (
	`name` varchar(64) NOT NULL,
	`kind` varchar(32) NOT NULL,
	`sealed` text NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `connection_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `delivery` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`identity` char(64) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`record_id` char(36) character set ascii collate ascii_bin,
	`revision` int NOT NULL,
	`route` varchar(200) NOT NULL,
	`row_key` varchar(100),
	`destination` varchar(64) NOT NULL,
	`order_key` varchar(191) NOT NULL,
	`payload` json NOT NULL,
	`state` varchar(12) NOT NULL,
	`attempts` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	`code` varchar(64),
	`answer` text,
	`message_time` datetime(3) NOT NULL,
	`claimed_by` char(36) character set ascii collate ascii_bin,
	`claimed_until` datetime(3),
	`lost` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `delivery_id` PRIMARY KEY(`id`),
	CONSTRAINT `delivery_identity_unique` UNIQUE(`identity`)
);
--> statement-breakpoint
CREATE TABLE `destination` (
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`kind` varchar(32) NOT NULL,
	`source` mediumtext NOT NULL,
	`definition` json NOT NULL,
	`secret` varchar(64) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `destination_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `kept_answer` (
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`model` varchar(200) NOT NULL,
	`content` mediumtext NOT NULL,
	`complete` boolean NOT NULL,
	`tokens` int,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `kept_answer_digest` PRIMARY KEY(`digest`)
);
--> statement-breakpoint
CREATE TABLE `mailbox` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`source` mediumtext NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `mailbox_id` PRIMARY KEY(`id`),
	CONSTRAINT `mailbox_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `mailbox_address` (
	`address` varchar(320) NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	CONSTRAINT `mailbox_address_address` PRIMARY KEY(`address`)
);
--> statement-breakpoint
CREATE TABLE `message` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`raw_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`intake` varchar(16) NOT NULL,
	`recipient` varchar(320) NOT NULL,
	`sender` varchar(320) NOT NULL,
	`subject` varchar(500),
	`from_address` varchar(320),
	`from_name` varchar(320),
	`message_id` varchar(500),
	`sent_at` datetime(3),
	`received_at` datetime(3) NOT NULL,
	`size` int NOT NULL,
	`state` varchar(12) NOT NULL,
	`reasons` json NOT NULL,
	`category` varchar(100),
	`sieve` varchar(64),
	`wants` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	`claimed_by` char(36) character set ascii collate ascii_bin,
	`claimed_until` datetime(3),
	`lost` int NOT NULL DEFAULT 0,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `message_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `message_want` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	CONSTRAINT `message_want_message_id_digest_pk` PRIMARY KEY(`message_id`,`digest`)
);
--> statement-breakpoint
CREATE TABLE `raw` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`size` int NOT NULL,
	`complete` boolean NOT NULL DEFAULT true,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `raw_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `raw_chunk` (
	`raw_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`seq` int NOT NULL,
	`bytes` mediumblob NOT NULL,
	CONSTRAINT `raw_chunk_raw_id_seq_pk` PRIMARY KEY(`raw_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `record` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`sieve` varchar(64) NOT NULL,
	`revision` int NOT NULL,
	`verdict` varchar(12) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `record_id` PRIMARY KEY(`id`),
	CONSTRAINT `record_message_id_unique` UNIQUE(`message_id`)
);
--> statement-breakpoint
CREATE TABLE `record_revision` (
	`record_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`number` int NOT NULL,
	`sieve` varchar(64) NOT NULL,
	`layout` varchar(200),
	`score` double,
	`fields` json NOT NULL,
	`rows` json NOT NULL,
	`evidence` json NOT NULL,
	`problems` json NOT NULL,
	`trace` json NOT NULL,
	`verdict` varchar(12) NOT NULL,
	`reasons` json NOT NULL,
	`made_from` json NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `record_revision_record_id_number_pk` PRIMARY KEY(`record_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `route_hit` (
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`route` varchar(200) NOT NULL,
	`revision` int NOT NULL,
	`destination` varchar(64) NOT NULL,
	`fires` boolean NOT NULL,
	`why` text NOT NULL,
	`line_list` json NOT NULL,
	CONSTRAINT `route_hit_message_id_route_pk` PRIMARY KEY(`message_id`,`route`)
);
--> statement-breakpoint
CREATE TABLE `sheet_row` (
	`destination` varchar(64) NOT NULL,
	`identity` char(64) character set ascii collate ascii_bin NOT NULL,
	`message_time` datetime(3) NOT NULL,
	`cells` json NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `sheet_row_destination_identity_pk` PRIMARY KEY(`destination`,`identity`)
);
--> statement-breakpoint
CREATE TABLE `sieve` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`live_version` int NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `sieve_id` PRIMARY KEY(`id`),
	CONSTRAINT `sieve_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `sieve_version` (
	`sieve_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`number` int NOT NULL,
	`source` mediumtext NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `sieve_version_sieve_id_number_pk` PRIMARY KEY(`sieve_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `value` (
	`record_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`field` varchar(64) NOT NULL,
	`text` varchar(191),
	`number` decimal(38,10),
	`day` date,
	CONSTRAINT `value_record_id_field_pk` PRIMARY KEY(`record_id`,`field`)
);
--> statement-breakpoint
CREATE TABLE `want` (
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`request` json NOT NULL,
	`state` varchar(12) NOT NULL,
	`attempts` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	`detail` text,
	`claimed_by` char(36) character set ascii collate ascii_bin,
	`claimed_until` datetime(3),
	`lost` int NOT NULL DEFAULT 0,
	CONSTRAINT `want_digest` PRIMARY KEY(`digest`)
);
--> statement-breakpoint
CREATE INDEX `delivery_work` ON `delivery` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX `delivery_order` ON `delivery` (`destination`,`order_key`,`message_time`);--> statement-breakpoint
CREATE INDEX `delivery_of_message` ON `delivery` (`message_id`);--> statement-breakpoint
CREATE INDEX `message_work` ON `message` (`state`,`wants`,`due_at`);--> statement-breakpoint
CREATE INDEX `message_of_mailbox` ON `message` (`mailbox_id`,`id`);--> statement-breakpoint
CREATE INDEX `message_of_sieve` ON `message` (`sieve`,`id`);--> statement-breakpoint
CREATE INDEX `message_want_digest` ON `message_want` (`digest`);--> statement-breakpoint
CREATE INDEX `record_of_sieve` ON `record` (`sieve`,`id`);--> statement-breakpoint
CREATE INDEX `sheet_order` ON `sheet_row` (`destination`,`message_time`);--> statement-breakpoint
CREATE INDEX `value_text` ON `value` (`field`,`text`);--> statement-breakpoint
CREATE INDEX `value_number` ON `value` (`field`,`number`);--> statement-breakpoint
CREATE INDEX `value_day` ON `value` (`field`,`day`);--> statement-breakpoint
CREATE INDEX `want_work` ON `want` (`state`,`due_at`);