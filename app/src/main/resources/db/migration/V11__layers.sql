-- Layers, and which of them mappings live in; foci; what a mapping does in other cases than its first.
create table layer (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    name       varchar(200)  not null,
    sign       varchar(16)   not null,
    grp        varchar(200)  not null comment 'layers of one group exclude each other',
    details    longtext      not null comment 'JSON: whether it blocks, and what it comes with',
    constraint layer_revision foreign key (revision) references revision (id)
);

create table mapping_layer (
    mapping    varchar(64)   not null,
    place      int           not null,
    layer      varchar(64)   not null,
    primary key (mapping, place),
    key mapping_layer_layer (layer),
    constraint layer_mapping foreign key (mapping) references mapping (id) on delete cascade
);

create table focus (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    name       varchar(200)  not null,
    noun       varchar(200)  not null,
    device     varchar(64)   not null comment 'whose groups the places are, or "" for devices',
    places     longtext      not null comment 'JSON: ids in order',
    width      int           not null,
    ends       varchar(8)    not null,
    goes       longtext      not null comment 'JSON: what it goes with, and what it passes over',
    constraint focus_revision foreign key (revision) references revision (id)
);

alter table mapping
    add column also longtext not null default '[]' comment 'JSON: what sets it off besides controls',
    add column cases longtext not null default '{"every":false,"others":[]}' comment 'JSON: what it does in other cases';

-- What stays on by itself comes back after a restart; what is held never does.
alter table performance
    modify song varchar(64) not null default '',
    add column layers longtext not null default '[]' comment 'JSON: ids of latched layers, the lowest first',
    add column foci longtext not null default '{}' comment 'JSON: where each focus stands';
