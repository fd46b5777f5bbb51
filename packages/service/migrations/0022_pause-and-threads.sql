ALTER TABLE `destination` ADD `paused_at` datetime(3);--> statement-breakpoint
ALTER TABLE `destination` ADD `paused_by` varchar(100);--> statement-breakpoint
CREATE INDEX `message_of_message_id` ON `message` (`message_id`);