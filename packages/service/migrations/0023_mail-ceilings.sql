CREATE TABLE `sent_mail` (
	`destination` varchar(64) NOT NULL,
	`delivery` char(64) character set ascii collate ascii_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sent_mail_destination_delivery_pk` PRIMARY KEY(`destination`,`delivery`)
);
--> statement-breakpoint
CREATE INDEX `sent_mail_at` ON `sent_mail` (`destination`,`at`);