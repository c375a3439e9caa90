-- One account has a host name, with all paths under it: of two who claim names under one host at one moment one gets it.
-- The row goes when somebody else claims the host after the last hold is over.
create table host_holder (host varchar(253) primary key, account_id char(12) not null);
insert into host_holder (host, account_id) select host, min(account_id) from site_address group by host;

-- A site has one main address, whoever changes it at one moment. One that is held back is none.
alter table site_address
  add column main_of varchar(12) generated always as (case when role = 'MAIN' and held_until is null then rtrim(site_id) end) virtual,
  add constraint site_address_main unique (main_of);
