-- The rig: a table a part kind. References from mappings to gear are by id without a foreign key, because a mapping may
-- point at what is missing; that is a finding, not an error.

create table revision (
    id         bigint        not null primary key,
    label      varchar(400)  not null,
    kind       varchar(8)    not null comment 'edit, undo, redo or load',
    edits      bigint        null comment 'the edit that an undo or redo is about',
    undone     boolean       not null default false comment 'of an edit: taken back, and may be done again',
    dropped    boolean       not null default false comment 'of an edit: taken back, and something else was done since',
    changes    longtext      not null comment 'JSON: the parts before and after',
    made_at    timestamp(3)  not null default current_timestamp(3),
    constraint revision_edits foreign key (edits) references revision (id)
);

create table device (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    name       varchar(200)  not null,
    role       varchar(200)  not null,
    wire       varchar(8)    not null,
    seat_in    varchar(200)  not null,
    seat_out   varchar(200)  not null,
    said       longtext      not null comment 'JSON: greeting, keep-alive and panic messages',
    constraint device_revision foreign key (revision) references revision (id)
);

create table control (
    device     varchar(64)   not null,
    place      int           not null,
    id         varchar(64)   not null,
    name       varchar(200)  not null,
    kind       varchar(16)   not null,
    x          double        not null,
    y          double        not null,
    width      double        not null,
    height     double        not null,
    dimensions longtext      not null comment 'JSON: name and message pattern of each',
    primary key (device, id),
    constraint control_device foreign key (device) references device (id) on delete cascade
);

create table parameter_group (
    device       varchar(64)  not null,
    place        int          not null,
    id           varchar(64)  not null,
    parent       varchar(64)  not null,
    name         varchar(200) not null,
    name_address varchar(200) not null,
    primary key (device, id),
    constraint parameter_group_device foreign key (device) references device (id) on delete cascade
);

create table parameter (
    device     varchar(64)   not null,
    place      int           not null,
    id         varchar(64)   not null,
    grp        varchar(64)   not null,
    name       varchar(200)  not null,
    low        double        not null,
    high       double        not null,
    unit       varchar(16)   not null,
    law        longtext      not null comment 'JSON',
    standard   double        not null,
    binding    longtext      not null comment 'JSON',
    settable   boolean       not null,
    primary key (device, id),
    constraint parameter_device foreign key (device) references device (id) on delete cascade
);

create table light (
    device     varchar(64)   not null,
    place      int           not null,
    id         varchar(64)   not null,
    name       varchar(200)  not null,
    control    varchar(64)   not null,
    lamp       longtext      not null comment 'JSON',
    primary key (device, id),
    constraint light_device foreign key (device) references device (id) on delete cascade
);

create table mapping (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    during     longtext      not null comment 'JSON: the condition',
    shape      longtext      not null comment 'JSON: the stages',
    constraint mapping_revision foreign key (revision) references revision (id)
);

create table mapping_trigger (
    mapping    varchar(64)   not null,
    place      int           not null,
    device     varchar(64)   not null,
    control    varchar(64)   not null,
    dimension  varchar(64)   not null,
    primary key (mapping, place),
    key trigger_control (device, control),
    constraint trigger_mapping foreign key (mapping) references mapping (id) on delete cascade
);

create table mapping_action (
    mapping    varchar(64)   not null,
    place      int           not null,
    device     varchar(64)   not null,
    parameter  varchar(64)   not null,
    primary key (mapping, place),
    key action_parameter (device, parameter),
    constraint action_mapping foreign key (mapping) references mapping (id) on delete cascade
);

create table mapping_answer (
    mapping    varchar(64)   not null,
    place      int           not null,
    device     varchar(64)   not null,
    light      varchar(64)   not null,
    rule       varchar(16)   not null,
    primary key (mapping, place),
    constraint answer_mapping foreign key (mapping) references mapping (id) on delete cascade
);

create table layout (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    name       varchar(200)  not null,
    constraint layout_revision foreign key (revision) references revision (id)
);

create table layout_element (
    layout     varchar(64)   not null,
    place      int           not null,
    id         varchar(64)   not null,
    kind       varchar(16)   not null,
    name       varchar(200)  not null,
    x          int           not null,
    y          int           not null,
    width      int           not null,
    height     int           not null,
    follows_device    varchar(64) null,
    follows_parameter varchar(64) null,
    primary key (layout, id),
    constraint element_layout foreign key (layout) references layout (id) on delete cascade
);

create table song (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    place      int           not null,
    name       varchar(200)  not null,
    note       varchar(200)  not null,
    constraint song_revision foreign key (revision) references revision (id)
);

-- Where the performance stands. One row; not part of the rig, so it is not undone.
create table performance (
    one        boolean       not null primary key default true,
    song       varchar(64)   not null,
    constraint performance_one check (one)
);
