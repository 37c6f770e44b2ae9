-- How an element answers to fingers; null for the plain one of its kind.
alter table layout_element
    add column face longtext null comment 'JSON: the variant of its face, with its fields';
