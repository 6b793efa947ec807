CREATE TABLE IF NOT EXISTS `log_tag` (
	`entry_id` char(36) NOT NULL,
	`tag` varchar(30) NOT NULL,
	`machine_id` char(36) NOT NULL,
	CONSTRAINT `log_tag_entry_id_tag_pk` PRIMARY KEY(`entry_id`,`tag`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `photo` (
	`id` char(36) NOT NULL,
	`machine_id` char(36) NOT NULL,
	`entry_id` char(36) NOT NULL,
	`caption` varchar(200) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`image` longblob NOT NULL,
	`thumbnail` mediumblob NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `photo_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `log_entry` ADD COLUMN IF NOT EXISTS `axis_letter` varchar(3);--> statement-breakpoint
ALTER TABLE `log_tag` ADD CONSTRAINT `log_tag_entry_id_log_entry_id_fk` FOREIGN KEY IF NOT EXISTS `log_tag_entry_id_log_entry_id_fk` (`entry_id`) REFERENCES `log_entry`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_tag` ADD CONSTRAINT `log_tag_machine_id_machine_id_fk` FOREIGN KEY IF NOT EXISTS `log_tag_machine_id_machine_id_fk` (`machine_id`) REFERENCES `machine`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_machine_id_machine_id_fk` FOREIGN KEY IF NOT EXISTS `photo_machine_id_machine_id_fk` (`machine_id`) REFERENCES `machine`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `photo` ADD CONSTRAINT `photo_entry_id_log_entry_id_fk` FOREIGN KEY IF NOT EXISTS `photo_entry_id_log_entry_id_fk` (`entry_id`) REFERENCES `log_entry`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `tag_of_machine` ON `log_tag` (`machine_id`,`tag`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `photo_of_entry` ON `photo` (`entry_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `photo_order` ON `photo` (`machine_id`,`id`);