CREATE TABLE `first_seen` (
	`mailbox_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`digest` char(64) character set ascii collate ascii_bin NOT NULL,
	`message_id` char(36) character set ascii collate ascii_bin NOT NULL,
	CONSTRAINT `first_seen_mailbox_id_digest_pk` PRIMARY KEY(`mailbox_id`,`digest`)
);
--> statement-breakpoint
ALTER TABLE `message` ADD `way` varchar(500) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `message` ADD `admitted` boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `first_seen_of_message` ON `first_seen` (`message_id`);