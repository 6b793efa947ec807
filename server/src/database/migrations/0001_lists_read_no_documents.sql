CREATE INDEX IF NOT EXISTS `check_order` ON `check` (`machine_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `log_order` ON `log_entry` (`machine_id`,`id`);--> statement-breakpoint
DROP INDEX IF EXISTS `check_machine` ON `check`;--> statement-breakpoint
DROP INDEX IF EXISTS `log_machine` ON `log_entry`;--> statement-breakpoint
ALTER TABLE `check` ADD COLUMN IF NOT EXISTS `basis` longtext;--> statement-breakpoint
ALTER TABLE `check` ADD COLUMN IF NOT EXISTS `sentence_inch` varchar(1000) DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE `log_entry` SET `kind` = 'verdict' WHERE `kind` = 'check' AND `text` NOT LIKE '% planned: % readings.';--> statement-breakpoint
ALTER TABLE `check` ADD COLUMN IF NOT EXISTS `basis_by` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `machine` ADD COLUMN IF NOT EXISTS `summary` longtext;--> statement-breakpoint
ALTER TABLE `machine` ADD COLUMN IF NOT EXISTS `summarised_by` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `part` ADD COLUMN IF NOT EXISTS `checked_by` int DEFAULT 0 NOT NULL;
