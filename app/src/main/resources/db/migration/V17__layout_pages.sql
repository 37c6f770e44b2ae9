-- The pages of a layout, of which one is open at a time.
create table layout_page (
    layout varchar(64) not null,
    place int not null,
    id varchar(64) not null,
    name varchar(200) not null,
    primary key (layout, id),
    constraint layout_page_of foreign key (layout) references layout (id) on delete cascade
);

alter table layout_element
    add column page varchar(64) null comment 'the page it stands on, null for every one';
