-- What an entry came to for visitors, where its kind does not say: a plan that was carried out took a site down, say.
alter table activity add column effect varchar(30) null;

-- Secret URLs at which programs read something of an account.
create table reading_link (
  account_id char(12) not null, kind varchar(10) not null, token char(32) not null unique, primary key (account_id, kind)
);
insert into reading_link (account_id, kind, token) select account_id, 'CALENDAR', token from account_calendar;
drop table account_calendar;

-- Programs that are told what happened.
create table receiver (
  id char(12) not null primary key, account_id char(12) not null references account (id),
  site_id char(12) null references site (id), name varchar(120) not null, url varchar(2000) not null, kinds varchar(200) not null,
  running boolean not null, secret varbinary(500) not null, old_secret varbinary(500) null, old_until datetime(6) null,
  created_at datetime(6) not null, key (account_id)
);

-- What each is told of, until it has taken it; and what came of each try.
create table message (
  id char(12) not null primary key, receiver_id char(12) not null references receiver (id) on delete cascade,
  -- The entry that it tells of: each is told once. Null for one that a person sent to try the way.
  activity_id bigint null, kind varchar(20) not null, body text not null, at datetime(6) not null,
  state varchar(12) not null, tries int not null, next_at datetime(6) null,
  -- By the real clock.
  leased_until datetime(6) not null default '2000-01-01',
  unique key (receiver_id, activity_id), key (next_at), key (at)
);
create table message_try (
  id bigint auto_increment primary key, message_id char(12) not null references message (id) on delete cascade,
  at datetime(6) not null, status int not null, took_ms int not null, answer varchar(500) not null, key (message_id, id)
);

-- What a POST with an Idempotency-Key was answered, to answer it again; no status while it is under way.
create table repeat_answer (
  person_id char(12) not null, repeat_key varchar(80) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  fingerprint char(64) not null, status int null, type varchar(200) null, body mediumblob null, at datetime(6) not null,
  begun_at datetime(6) not null, primary key (person_id, repeat_key), key (at)
);
