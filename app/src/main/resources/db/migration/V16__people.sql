-- As what someone looks after the sites of an account; role is null for someone who looks after single sites only.
create table membership (
  account_id char(12) not null references account (id), person_id char(12) not null references person (id),
  role varchar(12), added_at datetime(6) not null,
  primary key (account_id, person_id), index membership_person (person_id)
);
insert into membership (account_id, person_id, role, added_at)
  select account_id, id, 'OWNER', created_at from person where removed_at is null;
create table site_role (
  site_id char(12) not null references site (id), person_id char(12) not null references person (id),
  role varchar(12) not null, added_at datetime(6) not null,
  primary key (site_id, person_id), index site_role_person (person_id)
);
-- Someone was asked by mail to look after an account's sites, or one of them (site_id; null for all).
create table person_invitation (
  id char(12) primary key, hash char(64) not null, account_id char(12) not null references account (id),
  site_id char(12), email varchar(254) not null, role varchar(12) not null, words varchar(500) not null,
  invited_by char(12) not null, created_at datetime(6) not null, expires_at datetime(6) not null,
  constraint person_invitation_hash unique (hash), index person_invitation_account (account_id)
);
alter table access_token add column account_id char(12);
update access_token t join person p on p.id = t.person_id set t.account_id = p.account_id;
alter table access_token modify account_id char(12) not null;
alter table person add column zone varchar(60);
update person p join account a on a.id = p.account_id set p.zone = a.zone;
alter table account drop column zone;
