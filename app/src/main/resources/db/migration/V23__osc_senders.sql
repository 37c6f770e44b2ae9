-- Who may send OSC to this machine: addresses and networks with spaces between; none for everybody who can reach it.
alter table machine add column osc_senders varchar(4000) not null default '';
