-- Places outside that hold files. secret: sealed. identity: fingerprint of the certificate or key that was accepted; empty for
-- none. test: the steps of the last test, as JSON.
create table host (
  id char(12) primary key, account_id char(12) not null references account (id), name varchar(120) not null,
  protocol varchar(8) not null, server varchar(500) not null, port int not null, user_name varchar(200) not null,
  secret varbinary(16000), folder varchar(500) not null, url varchar(500) not null, identity varchar(300) not null,
  connections int not null, test_state varchar(12) not null, test text not null, tested_at datetime(6),
  revision bigint not null, created_by char(12) not null, created_at datetime(6) not null,
  index host_account (account_id)
);

-- A host and a folder there, where a site is published. folder_key: the folder in one form, so that no two share it.
-- holds: number of the version that is there; build: hash of its manifest; apart: at how many paths something else is there.
-- listing: hash of what was seen there last.
create table destination (
  id char(12) primary key, site_id char(12) not null references site (id), host_id char(12) not null references host (id),
  folder varchar(500) not null, folder_key varchar(500) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  url varchar(500) not null, follows boolean not null, carries varchar(12) not null,
  state varchar(12) not null, holds int, build varchar(64) not null, apart int not null, was int,
  listing varchar(64) not null, looked_at datetime(6), succeeded_at datetime(6), failed_at datetime(6),
  problem varchar(1000) not null, files_per_second double not null, bytes_per_second double not null,
  revision bigint not null, created_at datetime(6) not null,
  unique (host_id, folder_key), index destination_site (site_id)
);

-- What we put at a destination. begun_*: what is about to be put there; until it is said how it went, either may be there.
create table ledger_entry (
  destination_id char(12) not null references destination (id), path varbinary(1024) not null,
  hash char(64), size bigint, changed datetime(6), begun_hash char(64), begun_size bigint,
  primary key (destination_id, path)
);

-- Work at a destination. wishes: what its asker wants besides, as JSON.
create table host_job (
  id char(12) primary key, destination_id char(12) not null references destination (id), site_id char(12) not null,
  kind varchar(12) not null, state varchar(12) not null, step varchar(12) not null, version int, manifest varchar(64) not null,
  wishes mediumtext not null, files_done int not null, files_total int not null, bytes_done bigint not null,
  bytes_total bigint not null, bytes_per_second double not null, path varchar(1024) not null, result text not null, fault varchar(30), problem varchar(1000) not null,
  tries int not null, again_at datetime(6), node varchar(60) not null, started_by char(12) not null,
  started_at datetime(6) not null, beat_at datetime(6) not null, finished_at datetime(6),
  index host_job_destination (destination_id, started_at), index host_job_state (state)
);
