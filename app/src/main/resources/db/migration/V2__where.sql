-- A domain that an account holds or claims. proven_name: the name once it is proven or registered; of two accounts only
-- one can have it. proof: what the TXT record must say. zone_due_at: when the zone is next to be brought up to date.
create table domain (
  id char(12) primary key, name varchar(253) not null, account_id char(12) not null references account (id),
  source varchar(12) not null, state varchar(12) not null, proven_name varchar(253), proof char(32) not null,
  proven_at datetime(6), hosted boolean not null, registered_at datetime(6), expires_at datetime(6),
  auto_renew boolean not null, first_year bigint not null, yearly bigint not null, currency char(3) not null,
  catching_site char(12) references site (id), next_look_at datetime(6), zone_due_at datetime(6), trouble varchar(500) not null,
  created_by char(12) not null, created_at datetime(6) not null,
  constraint domain_proven unique (proven_name), constraint domain_account unique (account_id, name),
  index domain_name (name), index domain_look (next_look_at), index domain_zone (zone_due_at)
);

-- The zone as it was last seen at its name servers, as a zone file. ours: the sets that the harbor wrote ("name type" a
-- line); yielding: names at which the person's records may give way; before: the zone before the last change, for undo.
create table zone_copy (
  domain_id char(12) primary key references domain (id), records mediumtext not null, serial bigint not null,
  ours mediumtext not null, yielding mediumtext not null, before_records mediumtext,
  changed_by char(12), changed_at datetime(6), seen_at datetime(6) not null
);

-- That the owner has been told of an end to come.
create table domain_notice (
  domain_id char(12) not null references domain (id), expires_at datetime(6) not null, days int not null,
  at datetime(6) not null,
  primary key (domain_id, expires_at, days)
);

-- An address: a host name and a path under it. A released one keeps its row until the hold is over.
create table site_address (
  id char(12) primary key, host varchar(253) not null, path varchar(255) not null,
  site_id char(12) not null references site (id), account_id char(12) not null, domain_id char(12),
  role varchar(12) not null, trial_version int, points_to varchar(1000),
  claimed_by char(12) not null, claimed_at datetime(6) not null,
  held_until datetime(6), forwards_until datetime(6),
  constraint site_address_place unique (host, path),
  index site_address_site (site_id), index site_address_account (account_id), index site_address_domain (domain_id),
  index site_address_forwards (forwards_until)
);
insert into site_address (id, host, path, site_id, account_id, role, claimed_by, claimed_at, held_until)
  select substr(sha2(name, 256), 1, 12), concat(name, '.', '${nameEnding}'), '/', site_id, account_id, role, claimed_by,
    claimed_at, held_until from address;
drop table address;

-- What was last seen of an address. looks: the sightings whose answers may still be kept somewhere.
create table address_check (
  address_id char(12) primary key references site_address (id) on delete cascade,
  asked_at datetime(6), next_look_at datetime(6) not null, state varchar(10) not null, since datetime(6) not null,
  changed_at datetime(6) not null, drifted boolean not null, ladder mediumtext not null, looks mediumtext not null,
  index address_check_due (next_look_at)
);
insert into address_check (address_id, next_look_at, state, since, changed_at, drifted, ladder, looks)
  select id, claimed_at, 'NOT_YET', claimed_at, claimed_at, false, '[]', '[]' from site_address;

-- Where the owner gave an address out: cards, profiles, newsletters.
create table place (
  id char(12) primary key, site_id char(12) not null references site (id), host varchar(253) not null,
  what varchar(200) not null, done_at datetime(6), created_at datetime(6) not null,
  index place_site (site_id)
);

-- Visits by host name and day (UTC). Nothing is kept of visitors.
create table visit_day (
  host varchar(253) not null, day date not null, visits bigint not null,
  primary key (host, day)
);
