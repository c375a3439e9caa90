-- What becomes of files that programs send to a site, where it is not the draft alone.
create table arrival_rule (
  site_id char(12) not null primary key references site (id), publishes boolean not null, stopped_by varchar(10) not null
);

-- What has arrived and is to be published by itself, as soon as it was looked at.
create table arrival (
  site_id char(12) not null primary key references site (id), person_id char(12) not null, revision bigint not null,
  at datetime(6) not null
);

-- Folders of this machine that are the source of a site. taken and seen are hashes of names, sizes and times of the files as
-- they were when they were last taken in and last looked at.
create table watched_folder (
  site_id char(12) not null primary key references site (id), opened varchar(120) not null, folder varchar(500) not null,
  person_id char(12) not null, taken char(64) not null, seen char(64) not null, rests_since datetime(6) not null,
  taken_at datetime(6) null, problem varchar(1000) not null, looked_at datetime(6) not null
);
