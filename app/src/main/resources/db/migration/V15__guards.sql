-- What a finger has to do before an element listens; null where it listens at once.
alter table layout_element
    add column guard varchar(20) null comment 'the name of the guard, null for none';
