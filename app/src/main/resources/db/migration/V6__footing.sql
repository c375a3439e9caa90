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
