-- Pages of controls, names for displays, and what else a device is set up with.

alter table control
    add column label      varchar(200) not null default '' comment 'for the device''s displays' after name,
    add column page_group varchar(64)  not null default '' comment 'the group of controls whose pages it is on, or empty',
    add column page       int          not null default 1;

alter table device
    add column setup longtext not null default '{}' comment 'JSON: page groups, feel, colours, brightness, memory';
