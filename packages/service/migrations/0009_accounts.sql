CREATE TABLE `known_place` (
	`user_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`place` char(64) character set ascii collate ascii_bin NOT NULL,
	`seen_at` datetime(3) NOT NULL,
	CONSTRAINT `known_place_user_id_place_pk` PRIMARY KEY(`user_id`,`place`)
);
--> statement-breakpoint
ALTER TABLE `user` MODIFY COLUMN `email` varchar(320) character set utf8mb4 collate utf8mb4_bin NOT NULL;--> statement-breakpoint
ALTER TABLE `invitation` ADD `first` boolean DEFAULT false NOT NULL;