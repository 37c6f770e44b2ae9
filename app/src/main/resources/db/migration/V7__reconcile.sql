-- Who is followed where a device and Orchard both moved a parameter during a gap.
alter table settings
    add column reconcile varchar(8) not null default 'THEIRS' comment 'THEIRS: the device, OURS: Orchard' after takeover;
