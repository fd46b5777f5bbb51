ALTER TABLE `mailbox` ADD `archived_at` datetime(3);--> statement-breakpoint
ALTER TABLE `sieve` ADD `archived_at` datetime(3);