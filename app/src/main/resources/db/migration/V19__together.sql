-- What is chosen together while one draws, and what stays where it is then.
alter table layout_element
    add column together varchar(64) null,
    add column fixed boolean not null default false;
