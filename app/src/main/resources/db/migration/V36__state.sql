-- How each process of this harbor is, as it said last, by the real clock; and who operates the harbor.
create table node_state (
  node varchar(60) not null primary key, release_name varchar(40) not null, started_at datetime(6) not null,
  seen_at datetime(6) not null, free_bytes bigint not null, disk_bytes bigint not null,
  used_memory bigint not null, most_memory bigint not null
);
create table node_trouble (
  node varchar(60) not null, part varchar(40) not null, what_hash char(64) not null, what varchar(2000) not null,
  todo varchar(1000) not null, since datetime(6) not null, primary key (node, part, what_hash)
);
alter table person add operator boolean not null default false;
