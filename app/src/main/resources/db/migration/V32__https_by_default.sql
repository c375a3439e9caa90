-- Whether a person chose HTTPS for a name, chose against it, or left it to the harbor.
alter table certificate add column choice varchar(4) not null default 'NONE';
update certificate set choice = if(wanted, 'ON', 'OFF');
