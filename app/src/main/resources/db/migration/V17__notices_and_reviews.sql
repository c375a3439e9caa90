-- What people are told. mail_at: when it goes out by mail, if it does; notice_key: the same is told once.
create table notice (
  id bigint auto_increment primary key, account_id char(12) not null, person_id char(12) not null references person (id),
  site_id char(12), kind varchar(20) not null, notice_key char(64) not null,
  title varchar(220) not null, what varchar(700) not null, unchanged varchar(300) not null, todo varchar(300) not null,
  place varchar(300) not null, at datetime(6) not null, read_at datetime(6), mail_at datetime(6), mailed_at datetime(6),
  constraint notice_once unique (person_id, notice_key), index notice_mail (mail_at), index notice_person (person_id, id)
);
create table notice_choice (
  person_id char(12) not null references person (id), kind varchar(20) not null, way varchar(12) not null,
  primary key (person_id, kind)
);
create table notice_end (
  token char(32) primary key, person_id char(12) not null references person (id), kind varchar(20) not null,
  constraint notice_end_of unique (person_id, kind)
);
alter table person add column quiet_from tinyint, add column quiet_until tinyint;
-- How far those who read what happened have come.
create table follower (name varchar(40) primary key, position bigint not null);

-- A state of a site that someone asks others to look at before it goes out: a version, so that it cannot change.
create table review (
  id char(12) primary key, site_id char(12) not null references site (id), version int not null,
  asked_by char(12) not null, asked_at datetime(6) not null, words varchar(1000) not null,
  state varchar(12) not null, decided_by char(12), decided_at datetime(6), answer varchar(1000) not null,
  revision bigint not null, index review_site (site_id, asked_at)
);
create table review_comment (
  id bigint auto_increment primary key, review_id char(12) not null references review (id),
  site_id char(12) not null, page varchar(700) not null, words varchar(2000) not null,
  person_id char(12) not null, at datetime(6) not null, index review_comment_review (review_id)
);
create table review_rule (site_id char(12) primary key references site (id), set_by char(12) not null, set_at datetime(6) not null);
