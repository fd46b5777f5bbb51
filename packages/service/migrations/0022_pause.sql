ALTER TABLE `destination` ADD `paused_at` datetime(3);--> statement-breakpoint
ALTER TABLE `destination` ADD `paused_by` varchar(100);