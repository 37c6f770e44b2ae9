-- Which stand-ins are switched on, so that they are again after a restart.
create table stand_in (
    id varchar(20) not null primary key
);
