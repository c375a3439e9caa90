-- The redirects of a site as they are worked on. rules: SHA-256 of the set, kept like any other content; empty for none.
create table redirect_set (
  site_id char(12) primary key references site (id), rules varchar(64) not null, before_rules varchar(64),
  what varchar(300) not null, revision bigint not null,
  changed_by char(12) not null, changed_at datetime(6) not null
);
insert into redirect_set (site_id, rules, what, revision, changed_by, changed_at)
  select id, '', '', 0, created_by, created_at from site;
alter table version add redirects varchar(64) not null default '';
alter table live_state add redirects varchar(64) not null default '';
alter table publication add redirects varchar(64) not null default '';

-- Since when a redirect is there.
create table redirect_since (
  site_id char(12) not null references site (id), redirect_id char(12) not null, since datetime(6) not null,
  primary key (site_id, redirect_id)
);

-- How often a redirect was followed on a day (UTC).
create table redirect_use (
  site_id char(12) not null references site (id), redirect_id char(12) not null, day date not null,
  follows bigint not null, last_at datetime(6) not null,
  primary key (site_id, redirect_id, day)
);

-- Paths that found nothing. browsers: how often asked for by what says which language its person reads. Nothing is kept
-- of visitors.
create table missed_visit (
  site_id char(12) not null references site (id), path varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  day date not null, count bigint not null, browsers bigint not null, last_at datetime(6) not null,
  primary key (site_id, path, day), index missed_visit_day (site_id, day, count)
);
-- From which host names' pages.
create table missed_referrer (
  site_id char(12) not null references site (id), path varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  host varchar(253) not null, count bigint not null, last_at datetime(6) not null,
  primary key (site_id, path, host)
);
-- What its people do not want to hear of: a path, or everything under one.
create table missed_ignored (
  site_id char(12) not null references site (id), path varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  under boolean not null, at datetime(6) not null,
  primary key (site_id, path, under)
);
