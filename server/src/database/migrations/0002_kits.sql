CREATE TABLE `kit` (
	`id` char(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`about` varchar(400) NOT NULL,
	`document` longtext NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `kit_id` PRIMARY KEY(`id`)
);
