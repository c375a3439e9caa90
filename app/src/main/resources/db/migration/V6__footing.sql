-- Names as the code and the API have them now.
alter table domain rename column catching_site to wildcard_site;
alter table destination
  rename column holds to current_version,
  rename column was to previous_version,
  rename column apart to differing_paths;

-- Sign-in sessions hold classes whose place has changed: people sign in again.
delete from SPRING_SESSION;

-- A site's life as one value. everywhere_down: its other addresses were stopped with it; publishing: the publish under way.
alter table live_state
  add column everywhere_down boolean not null default false,
  add column publishing char(12),
  add column deleted boolean not null default false;
update live_state s set publishing =
  (select max(p.id) from publication p where p.site_id = s.site_id and p.state = 'RUNNING' and p.version is null);

-- A deleted site is kept for a while, to be brought back whole.
alter table site add column deleted_at datetime(6), add column deleted_by char(12), add index site_deleted (deleted_at);

-- Contents that an account has sent and that may not be in any draft yet: a hash alone opens nobody else's contents.
create table content_sent (
  account_id char(12) not null, hash char(64) not null, at datetime(6) not null,
  primary key (account_id, hash), index content_sent_at (at)
);

-- Tokens with a scope, an end and a last use. site_id: the one site it may touch; null for all.
alter table access_token
  add column id char(12), add column scope varchar(8) not null default 'PUBLISH', add column site_id char(12),
  add column expires_at datetime(6), add column last_used_at datetime(6), add index access_token_person (person_id);
update access_token set id = substr(hash, 1, 12);
alter table access_token modify column id char(12) not null, add constraint access_token_id unique (id);

-- Someone who was removed from an account: their name stays in the record of what happened.
alter table person add column removed_at datetime(6);

-- A browser that its person has signed in with: others who guess do not lock it out.
create table known_device (
  hash char(64) primary key, person_id char(12) not null, at datetime(6) not null, index known_device_person (person_id)
);

-- What was done with credentials, by the real clock. person_id: whose they are; by_person: who did it.
create table credential_event (
  id bigint auto_increment primary key, account_id char(12) not null, person_id char(12) not null, by_person char(12) not null,
  kind varchar(20) not null, detail varchar(200) not null, remote varchar(64) not null, at datetime(6) not null,
  index credential_event_account (account_id, id)
);

-- An invitation to open an account, used once.
create table invitation (
  hash char(64) primary key, account_id char(12) not null, created_by char(12) not null, expires_at datetime(6) not null
);
