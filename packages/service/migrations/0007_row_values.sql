CREATE TABLE `row_value` (
	`record_id` char(36) character set ascii collate ascii_bin NOT NULL,
	`row_number` int NOT NULL,
	`field` varchar(64) NOT NULL,
	`text` varchar(191),
	`number` decimal(38,10),
	`day` date,
	CONSTRAINT `row_value_record_id_row_number_field_pk` PRIMARY KEY(`record_id`,`row_number`,`field`)
);
--> statement-breakpoint
CREATE INDEX `row_value_text` ON `row_value` (`field`,`text`);--> statement-breakpoint
CREATE INDEX `row_value_number` ON `row_value` (`field`,`number`);--> statement-breakpoint
CREATE INDEX `row_value_day` ON `row_value` (`field`,`day`);