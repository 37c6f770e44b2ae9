-- Presets, and what devices tell of their groups that stays the same.

create table preset (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    device     varchar(64)   not null,
    name       varchar(200)  not null,
    type       varchar(200)  not null,
    page       varchar(64)   not null comment 'the parameter page that is opened with it, or nothing',
    marks      varchar(800)  not null comment 'JSON',
    key preset_device (device),
    constraint preset_revision foreign key (revision) references revision (id)
);

create table preset_value (
    preset     varchar(64)   not null,
    place      int           not null,
    parameter  varchar(64)   not null,
    value      double        not null comment 'in the unit of the parameter',
    primary key (preset, place),
    constraint preset_value_preset foreign key (preset) references preset (id) on delete cascade
);

alter table parameter_group
    add column identity varchar(200) not null default '' comment 'stays the same wherever the group is moved';
