-- What became of asking for pages of other people that sites lead to; kept for a week, whoever asked.
create table outside_link (
  url_hash char(64) not null primary key, url varchar(2100) not null, answer varchar(20) not null, status int not null,
  moved_to varchar(2100) not null, asked_at datetime(6) not null, key (asked_at)
);
