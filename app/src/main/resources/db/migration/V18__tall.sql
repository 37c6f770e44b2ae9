-- Where somebody put an element on screens that are taller than wide: screen, x, y, width and height; null where it comes by itself.
alter table layout_element
    add column tall varchar(40) null;
