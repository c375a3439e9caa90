-- Who has which site open, and what of it.
create table presence (
  page char(32) primary key, site_id char(12) not null, person_id char(12) not null, place varchar(200) not null,
  at datetime(6) not null, index presence_site (site_id, at)
);
-- A site that is handed to another account; both have to agree.
create table hand_over (
  site_id char(12) primary key references site (id), to_email varchar(254) not null, hash char(64) not null,
  asked_by char(12) not null, asked_at datetime(6) not null, expires_at datetime(6) not null,
  constraint hand_over_hash unique (hash)
);
-- An account that its owner closed: everything is gone at ends_at, unless they change their mind.
create table account_closing (
  account_id char(12) primary key references account (id), closed_by char(12) not null, closed_at datetime(6) not null,
  ends_at datetime(6) not null
);
