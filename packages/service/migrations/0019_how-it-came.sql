ALTER TABLE `message` ADD `checked` varchar(500);--> statement-breakpoint
ALTER TABLE `message` ADD `again_tells` json;