-- Public keys by which people's programs sign in to send files. The same key may stand with several people.
create table sftp_key (
  id char(12) not null primary key, person_id char(12) not null references person (id) on delete cascade,
  name varchar(120) not null, type varchar(60) not null, fingerprint varchar(100) not null, created_at datetime(6) not null,
  last_used_at datetime(6) null, unique key (person_id, fingerprint), key (fingerprint)
);
