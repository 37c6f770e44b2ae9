-- What is chosen together while one draws, what stays where it is then, and the colour; null for the usual one.
alter table layout_element
    add column together varchar(64) null,
    add column fixed boolean not null default false,
    add column tint varchar(16) null;
