-- Layers, and which of them mappings live in.
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

alter table mapping
    add column cases longtext not null default '{"every":false,"others":[]}' comment 'JSON: what it does in other cases';

-- What stays on by itself comes back after a restart; what is held never does.
alter table performance
    modify song varchar(64) not null default '',
    add column layers longtext not null default '[]' comment 'JSON: ids of latched layers, the lowest first';
