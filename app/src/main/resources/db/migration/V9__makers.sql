-- Which browser made an edit, so that each takes back its own first; and what it is called.
alter table revision
    add column made_by varchar(40) not null default '' comment 'id of a browser, or empty: Orchard itself' after made_at,
    add column undone_by varchar(40) not null default '' comment 'of an edit: who took it back last' after made_by,
    add column undone_in bigint null comment 'of an edit: the revision that took it back last' after undone_by;
create index revision_maker on revision (made_by, kind, undone);
create table browser (
    id   varchar(40)  not null primary key,
    name varchar(60)  not null
);
