-- Gestures, takeovers and marks of mappings; actions of every kind.

alter table mapping
    add column gesture  varchar(100) not null default '{"kind":"MOVE","seconds":0}' comment 'JSON: what has to be done with the control',
    add column takeover varchar(16)  null comment 'JUMP, PICK_UP, CONVERGE, or what the device or the rig says',
    add column marks    varchar(800) not null default '{"favourite":false,"tags":[]}' comment 'JSON';

alter table mapping_action
    modify column device    varchar(64) null comment 'of the parameter it is about, if it is about one',
    modify column parameter varchar(64) null,
    add column on_release   boolean  not null default false comment 'done when the control is let go',
    add column details      longtext null comment 'JSON: the whole action; null for one that only follows the control';

alter table settings
    add column takeover varchar(16) not null default 'JUMP' after octave;

alter table parameter
    add column marks      varchar(800) not null default '{"favourite":false,"tags":[]}' comment 'JSON',
    add column favourites longtext     not null default '[]' comment 'JSON: real values that are chosen most';
