-- What is passed on from device to device.
create table route (
    id          varchar(64)   not null primary key,
    revision    bigint        not null,
    from_device varchar(64)   not null,
    to_device   varchar(64)   not null,
    details     longtext      not null comment 'JSON: what it passes on, and what is done on the way',
    constraint route_revision foreign key (revision) references revision (id)
);
