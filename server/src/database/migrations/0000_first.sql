CREATE TABLE IF NOT EXISTS `check` (
	`id` char(36) NOT NULL,
	`machine_id` char(36) NOT NULL,
	`revision_id` char(36) NOT NULL,
	`axis_id` varchar(40) NOT NULL,
	`axis_letter` varchar(3) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`plan` longtext NOT NULL,
	`verdict` varchar(20) NOT NULL,
	`sentence` varchar(1000) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `check_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `log_entry` (
	`id` char(36) NOT NULL,
	`machine_id` char(36) NOT NULL,
	`revision_id` char(36) NOT NULL,
	`check_id` char(36),
	`kind` varchar(20) NOT NULL,
	`text` varchar(4000) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `log_entry_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `machine` (
	`id` char(36) NOT NULL,
	`version` int NOT NULL,
	`revision_count` int NOT NULL,
	`document` longtext NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `machine_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `part` (
	`id` char(36) NOT NULL,
	`version` int NOT NULL,
	`kind` varchar(20) NOT NULL,
	`name` varchar(120) NOT NULL,
	`document` longtext NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `part_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `reading` (
	`id` char(36) NOT NULL,
	`check_id` char(36) NOT NULL,
	`sequence` int NOT NULL,
	`place` int NOT NULL,
	`text` varchar(60) NOT NULL,
	`excluded` varchar(200),
	`at` datetime(3) NOT NULL,
	CONSTRAINT `reading_id` PRIMARY KEY(`id`),
	CONSTRAINT `reading_sequence` UNIQUE(`check_id`,`sequence`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `revision` (
	`id` char(36) NOT NULL,
	`machine_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`reason` varchar(200) NOT NULL,
	`document` longtext NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `revision_id` PRIMARY KEY(`id`),
	CONSTRAINT `revision_number` UNIQUE(`machine_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `setting` (
	`name` varchar(60) NOT NULL,
	`value` longtext NOT NULL,
	CONSTRAINT `setting_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
ALTER TABLE `check` ADD CONSTRAINT `check_machine_id_machine_id_fk` FOREIGN KEY IF NOT EXISTS `check_machine_id_machine_id_fk` (`machine_id`) REFERENCES `machine`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `check` ADD CONSTRAINT `check_revision_id_revision_id_fk` FOREIGN KEY IF NOT EXISTS `check_revision_id_revision_id_fk` (`revision_id`) REFERENCES `revision`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_entry` ADD CONSTRAINT `log_entry_machine_id_machine_id_fk` FOREIGN KEY IF NOT EXISTS `log_entry_machine_id_machine_id_fk` (`machine_id`) REFERENCES `machine`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_entry` ADD CONSTRAINT `log_entry_revision_id_revision_id_fk` FOREIGN KEY IF NOT EXISTS `log_entry_revision_id_revision_id_fk` (`revision_id`) REFERENCES `revision`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_entry` ADD CONSTRAINT `log_entry_check_id_check_id_fk` FOREIGN KEY IF NOT EXISTS `log_entry_check_id_check_id_fk` (`check_id`) REFERENCES `check`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reading` ADD CONSTRAINT `reading_check_id_check_id_fk` FOREIGN KEY IF NOT EXISTS `reading_check_id_check_id_fk` (`check_id`) REFERENCES `check`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `revision` ADD CONSTRAINT `revision_machine_id_machine_id_fk` FOREIGN KEY IF NOT EXISTS `revision_machine_id_machine_id_fk` (`machine_id`) REFERENCES `machine`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `check_machine` ON `check` (`machine_id`,`at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `check_revision` ON `check` (`revision_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `log_machine` ON `log_entry` (`machine_id`,`at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `machine_updated` ON `machine` (`updated_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `part_kind_name` ON `part` (`kind`,`name`);