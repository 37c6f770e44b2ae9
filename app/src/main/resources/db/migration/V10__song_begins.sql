-- What a song says to devices when it begins.
alter table song add column begins text not null default '[]' comment 'JSON';
