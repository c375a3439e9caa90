-- Sign-in sessions (the tables of Spring Session).
create table SPRING_SESSION (
  PRIMARY_ID char(36) not null, SESSION_ID char(36) not null,
  CREATION_TIME bigint not null, LAST_ACCESS_TIME bigint not null,
  MAX_INACTIVE_INTERVAL int not null, EXPIRY_TIME bigint not null, PRINCIPAL_NAME varchar(100),
  primary key (PRIMARY_ID)
);
create unique index SPRING_SESSION_IX1 on SPRING_SESSION (SESSION_ID);
create index SPRING_SESSION_IX2 on SPRING_SESSION (EXPIRY_TIME);
create index SPRING_SESSION_IX3 on SPRING_SESSION (PRINCIPAL_NAME);
create table SPRING_SESSION_ATTRIBUTES (
  SESSION_PRIMARY_ID char(36) not null, ATTRIBUTE_NAME varchar(200) not null, ATTRIBUTE_BYTES mediumblob not null,
  primary key (SESSION_PRIMARY_ID, ATTRIBUTE_NAME),
  constraint SPRING_SESSION_ATTRIBUTES_FK foreign key (SESSION_PRIMARY_ID)
    references SPRING_SESSION (PRIMARY_ID) on delete cascade
);

-- Jobs (the table of db-scheduler).
create table scheduled_tasks (
  task_name varchar(100) not null, task_instance varchar(100) not null, task_data blob,
  execution_time timestamp(6) not null, picked boolean not null, picked_by varchar(50),
  last_success timestamp(6) null, last_failure timestamp(6) null, consecutive_failures int,
  last_heartbeat timestamp(6) null, version bigint not null, priority smallint,
  primary key (task_name, task_instance),
  index execution_time_idx (execution_time), index last_heartbeat_idx (last_heartbeat)
);

create table account (
  id char(12) primary key, name varchar(120) not null, created_at datetime(6) not null
);
create table person (
  id char(12) primary key, account_id char(12) not null references account (id),
  email varchar(254) not null, name varchar(120) not null, password_hash varchar(200) not null,
  created_at datetime(6) not null,
  constraint person_email unique (email)
);
create table sign_in_failure (
  id bigint auto_increment primary key, email varchar(254) not null, remote varchar(64) not null,
  at datetime(6) not null,
  index sign_in_failure_at (at)
);
create table access_token (
  hash char(64) primary key, person_id char(12) not null references person (id),
  name varchar(120) not null, created_at datetime(6) not null
);

create table site (
  id char(12) primary key, account_id char(12) not null references account (id),
  title varchar(120) not null, listed boolean not null, pinned boolean not null,
  created_by char(12) not null, created_at datetime(6) not null,
  rights_confirmed_by char(12), rights_confirmed_at datetime(6),
  revision bigint not null,
  index site_account (account_id)
);

-- The working copy. manifest: SHA-256 of the manifest, kept like any other content.
create table draft (
  site_id char(12) primary key references site (id), manifest char(64) not null, before_manifest char(64),
  what varchar(300) not null, revision bigint not null,
  changed_by char(12) not null, changed_at datetime(6) not null
);

create table version (
  id bigint auto_increment primary key, site_id char(12) not null references site (id), number int not null,
  manifest char(64) not null, build char(64), listed boolean not null, pinned boolean not null,
  name varchar(120) not null, note varchar(2000) not null, kept boolean not null,
  cause varchar(20) not null, created_by char(12) not null, created_at datetime(6) not null,
  published_at datetime(6), files int not null, bytes bigint not null,
  constraint version_number unique (site_id, number)
);

-- A harbor name. A released one keeps its row until the hold is over, so that nobody else can take it.
create table address (
  name varchar(63) primary key, site_id char(12) not null references site (id), account_id char(12) not null,
  role varchar(12) not null, claimed_by char(12) not null, claimed_at datetime(6) not null,
  held_until datetime(6),
  index address_site (site_id)
);

-- What visitors get of a site now. changed_in: the harbor-wide revision in which this last changed.
create table live_state (
  site_id char(12) primary key references site (id), live boolean not null,
  version int, build char(64), changed_in bigint not null,
  index live_state_changed (changed_in)
);
create table harbor_revision (id int primary key, revision bigint not null);
insert into harbor_revision values (1, 0);

-- The past of a site: from when to when which version was live.
create table live_span (
  id bigint auto_increment primary key, site_id char(12) not null references site (id),
  version int not null, build char(64) not null, from_at datetime(6) not null, until_at datetime(6),
  index live_span_site (site_id, from_at)
);

create table publication (
  id char(12) primary key, site_id char(12) not null references site (id),
  state varchar(12) not null, step varchar(20) not null, done int not null, total int not null,
  manifest char(64) not null, sent_anyway mediumtext not null, held_back int not null, changes int not null,
  version int, problem varchar(500) not null, node varchar(60) not null,
  started_by char(12) not null, started_at datetime(6) not null, finished_at datetime(6),
  index publication_site (site_id, started_at)
);

create table preview (
  secret char(32) primary key, site_id char(12) not null references site (id), version int,
  created_by char(12) not null, expires_at datetime(6) not null,
  index preview_site (site_id)
);

create table activity (
  id bigint auto_increment primary key, account_id char(12) not null, site_id char(12),
  person_id char(12) not null, kind varchar(30) not null, detail varchar(500) not null, at datetime(6) not null,
  index activity_site (site_id, id), index activity_account (account_id, id)
);

create table repeat_key (
  person_id char(12) not null, repeat_key varchar(80) not null, kind varchar(30) not null,
  result varchar(80) not null, at datetime(6) not null,
  primary key (person_id, kind, repeat_key)
);
