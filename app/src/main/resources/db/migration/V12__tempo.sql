-- What tells how fast beats go.
alter table settings
    add column tempo_device varchar(64) not null default '',
    add column tempo_parameter varchar(64) not null default '';
