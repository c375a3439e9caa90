-- What became of each backup, by the real clock. While one is under way, contents are not cleaned up.
create table backup_run (
  id bigint auto_increment primary key, begun_at datetime(6) not null, heard_at datetime(6) not null, good boolean null,
  place varchar(1000) not null, words varchar(1000) not null, key (begun_at)
);
