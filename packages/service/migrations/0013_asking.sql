CREATE TABLE `model_use` (
	`day` varchar(10) NOT NULL,
	`sieve` varchar(63) NOT NULL,
	`rule` varchar(200) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`asked` int NOT NULL DEFAULT 0,
	`tokens` int NOT NULL DEFAULT 0,
	`ms` int NOT NULL DEFAULT 0,
	`price` decimal(18,6) NOT NULL DEFAULT '0',
	CONSTRAINT `model_use_day_sieve_rule_currency_pk` PRIMARY KEY(`day`,`sieve`,`rule`,`currency`)
);
--> statement-breakpoint
ALTER TABLE `kept_answer` ADD `sieve` varchar(63);--> statement-breakpoint
ALTER TABLE `kept_answer` ADD `rule` varchar(200);--> statement-breakpoint
ALTER TABLE `kept_answer` ADD `ms` int;--> statement-breakpoint
ALTER TABLE `kept_answer` ADD `price` decimal(18,6);--> statement-breakpoint
ALTER TABLE `kept_answer` ADD `currency` varchar(3);--> statement-breakpoint
ALTER TABLE `want` ADD `sieve` varchar(63);--> statement-breakpoint
ALTER TABLE `want` ADD `rule` varchar(200);--> statement-breakpoint
ALTER TABLE `want` ADD `over_ceiling` boolean DEFAULT false NOT NULL;