-- What of a device's messages is taken is the performer's choice and part of the rig.

alter table device
    add column reception varchar(200) not null default '{"on":true,"channels":[]}'
        comment 'JSON: on, and the MIDI channels that are taken, none for any' after seat_out;

-- By what a device is recognised when it comes back. Found out by the machine, not part of the rig, so it is not undone; it
-- stays when a device is deleted, because undo may bring the device back.
create table recognition (
    device     varchar(64)   not null primary key,
    place      varchar(200)  not null comment 'the seat it was found out for',
    identity   varchar(64)   not null comment 'maker and model, or empty',
    name       varchar(200)  not null comment 'of its port, without the suffixes systems add',
    vendor     varchar(200)  not null,
    socket     varchar(200)  not null comment 'where it was plugged in',
    apart      boolean       not null comment 'a person told it from others like it'
);

-- What holds for the rig as a whole; one row at most.
create table settings (
    id         varchar(64)   not null primary key,
    revision   bigint        not null,
    octave     int           not null comment 'of note 60: 4 or 3',
    udp_ports  varchar(400)  not null comment 'JSON: where OSC is heard besides the first port',
    tcp_ports  varchar(400)  not null comment 'JSON',
    sessions   varchar(2000) not null comment 'JSON: network MIDI sessions that are joined',
    constraint settings_one check (id = 'settings'),
    constraint settings_revision foreign key (revision) references revision (id)
);
