ALTER TABLE `kept_answer` MODIFY COLUMN `sieve` varchar(80);--> statement-breakpoint
ALTER TABLE `model_use` MODIFY COLUMN `sieve` varchar(80) NOT NULL;--> statement-breakpoint
ALTER TABLE `want` MODIFY COLUMN `sieve` varchar(80);