ALTER TABLE `sieve` ADD `trial_since` datetime(3);--> statement-breakpoint
ALTER TABLE `sieve` ADD `trial_by` varchar(100);