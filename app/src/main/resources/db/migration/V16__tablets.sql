-- Browsers that may play layouts and nothing else.
create table tablet (
    id varchar(32) not null primary key comment 'random: it is never given twice',
    name varchar(60) not null,
    layout varchar(64) not null comment 'id of the layout it may play, or empty for all'
) comment 'links that let a browser play layouts; which text opens one is worked out from the key';
