-- The row of a domain is its life: the stage and what is due. zone_trouble: what went wrong with its zone, apart from that.
alter table domain
  change column state stage varchar(12) not null,
  add column stage_since datetime(6), add column missing_since datetime(6),
  add column told_days int not null default 0, add column failures int not null default 0,
  add column zone_trouble varchar(500) not null default '';
update domain set stage = 'BROUGHT' where stage = 'CLAIMED';
update domain set stage = 'VERIFIED', next_look_at = created_at where stage = 'HELD' and source = 'BROUGHT';
update domain set stage_since = coalesce(proven_at, created_at), trouble = '';
alter table domain modify column stage_since datetime(6) not null, drop column source, drop column registered_at;

-- Notices stand in the life; what was told must not keep a domain from going.
drop table domain_notice;

-- A zone goes with its domain, and so do its versions. emptied: the name server no longer has it, or has it empty.
alter table zone_copy drop foreign key if exists zone_copy_ibfk_1;
alter table zone_copy
  add column emptied boolean not null default false,
  add constraint zone_copy_domain foreign key (domain_id) references domain (id) on delete cascade;

-- Every version of a zone, as a zone file. person_id: who made it; null when Even Harbor or someone elsewhere did.
create table zone_version (
  id bigint auto_increment primary key, domain_id char(12) not null, records mediumtext not null,
  origin varchar(12) not null, person_id char(12), at datetime(6) not null,
  index zone_version_domain (domain_id, id),
  constraint zone_version_of foreign key (domain_id) references domain (id) on delete cascade
);
insert into zone_version (domain_id, records, origin, at)
  select domain_id, records, 'HARBOR', coalesce(changed_at, seen_at) from zone_copy where records <> '';
