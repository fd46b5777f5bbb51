ALTER TABLE `lookup` ADD `source` json;--> statement-breakpoint
ALTER TABLE `lookup` ADD `stamp` varchar(100);--> statement-breakpoint
ALTER TABLE `lookup` ADD `fetched_at` datetime(3);--> statement-breakpoint
ALTER TABLE `lookup` ADD `due_at` datetime(3);--> statement-breakpoint
ALTER TABLE `lookup` ADD `trouble` varchar(500);