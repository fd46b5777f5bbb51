CREATE TABLE `lookup` (
	`id` char(36) character set ascii collate ascii_bin NOT NULL,
	`name` varchar(64) NOT NULL,
	`title` varchar(200) NOT NULL,
	`revision` int NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `lookup_id` PRIMARY KEY(`id`),
	CONSTRAINT `lookup_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `lookup_revision` (
	`lookup_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`number` int NOT NULL,
	`columns` json NOT NULL,
	`rows` longtext NOT NULL,
	`row_count` int NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`put_by` varchar(100) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `lookup_revision_lookup_id_number_pk` PRIMARY KEY(`lookup_id`,`number`)
);
