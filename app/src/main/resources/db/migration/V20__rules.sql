-- How a light shows its answer, by which rules, and which sentence is asked first; and what makes all lamps darker.
alter table mapping_answer
    add column look json null,
    add column rungs json null,
    add column asked int not null default 0;

alter table settings
    add column dim_device varchar(64) not null default '',
    add column dim_parameter varchar(64) not null default '',
    add column black_device varchar(64) not null default '',
    add column black_parameter varchar(64) not null default '';
