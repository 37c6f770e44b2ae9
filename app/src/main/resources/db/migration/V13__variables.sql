-- Where variables stand that outlive a restart.
alter table performance
    add column variables longtext not null default '{}' comment 'JSON: values in their units, by the key of the variable';
