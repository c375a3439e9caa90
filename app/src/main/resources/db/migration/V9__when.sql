-- What visitors get in place of pages, for now, as JSON; null while the site is open.
alter table live_state add column closure text;

-- What visitors got of a site from an instant on: one row for each change that they could notice.
create table life_record (
  id bigint auto_increment primary key, site_id char(12) not null, at datetime(6) not null,
  live boolean not null, version int, build char(64), redirects varchar(64) not null,
  everywhere_down boolean not null, closure text, deleted boolean not null,
  index life_record_site (site_id, at)
);


-- A planned change: what it does, when, and what was done of it last. Local times are of its zone.
create table plan (
  id char(12) primary key, site_id char(12) not null, kind varchar(16) not null, version int, redirects boolean not null,
  everywhere boolean not null, closing text, address_id char(12), destination_id char(12),
  starts datetime not null, ends datetime, zone varchar(64) not null, second_time boolean not null,
  every varchar(8), every_count int not null, last_day date,
  done_local datetime, done_phase varchar(8), done_carried boolean not null, called_off boolean not null,
  next_at datetime(6), created_by char(12) not null, created_at datetime(6) not null, revision bigint not null,
  index plan_due (next_at), index plan_site (site_id)
);

-- What stands only for a while, in the order in which it began. publication_id: the publish that began it.
create table plan_while (
  id bigint auto_increment primary key, plan_id char(12) not null, site_id char(12) not null, local datetime not null,
  facet varchar(8) not null, before_life text not null, after_life text not null, publication_id char(12),
  index plan_while_site (site_id)
);

-- What was done of plans: each step once.
create table plan_step (
  plan_id char(12) not null, local datetime not null, phase varchar(8) not null, site_id char(12) not null,
  due_at datetime(6) not null, done_at datetime(6) not null, carried boolean not null, sentence varchar(500) not null,
  primary key (plan_id, local, phase), index plan_step_site (site_id, done_at)
);
