-- The certificate of a name, what is asked of browsers there, and how its life goes. Names that are no longer wanted keep
-- their row, for browsers may still hold a promise. Keys are encrypted with a key outside the database.
create table certificate (
  name varchar(253) primary key, account_id char(12) not null, wanted boolean not null,
  chain mediumtext, private_key mediumblob, names text, issuer varchar(200), valid_from datetime(6), valid_until datetime(6),
  renews boolean not null,
  order_at varchar(500), order_key mediumblob,
  hindrance varchar(20), hindrance_sentence varchar(500), hindrance_not_before datetime(6), hindrance_at datetime(6),
  failures int not null, renew_at datetime(6), next_at datetime(6),
  sends_on boolean not null, hsts_step varchar(10) not null, hsts_subdomains boolean not null,
  hsts_since datetime(6) not null, hsts_owed_until datetime(6) not null,
  changed_in bigint not null, created_by char(12) not null, created_at datetime(6) not null,
  index certificate_account (account_id), index certificate_due (next_at), index certificate_changed (changed_in)
);

-- Orders placed of late, so that authorities' limits are never met.
create table certificate_order (
  id bigint auto_increment primary key, name varchar(253) not null, placed_at datetime(6) not null,
  index certificate_order_time (placed_at), index certificate_order_name (name, placed_at)
);

-- Warnings given, each once.
create table certificate_warning (
  name varchar(253) not null, valid_until datetime(6) not null, days int not null, at datetime(6) not null,
  primary key (name, valid_until, days)
);

-- Our account at an authority; its key is encrypted like all others.
create table authority_account (
  directory varchar(255) primary key, location varchar(500) not null, key_pair mediumblob not null
);

-- What authorities want to see while an order for a name is open: files by plain HTTP, for which any node may be asked by
-- their token, and records, which have none.
create table authority_challenge (
  id bigint auto_increment primary key, name varchar(253) not null, token varchar(190), answer varchar(500) not null,
  expires_at datetime(6) not null,
  index authority_challenge_token (token), index authority_challenge_name (name)
);

-- The secret part of the URL that calendars read renewals from.
create table account_calendar (
  account_id char(12) primary key, token char(32) not null unique
);
