-- An edit forgets what could have been done again: found without reading all edits ever made.
create index revision_undone on revision (undone, dropped);
