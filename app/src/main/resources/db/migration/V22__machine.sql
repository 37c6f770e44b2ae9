-- What was allowed on this machine: one row.
create table machine (
    only_row   tinyint not null primary key default 1 check (only_row = 1),
    types_keys boolean not null default false comment 'whether keys may be typed into other programs'
);
insert into machine (only_row) values (1);
