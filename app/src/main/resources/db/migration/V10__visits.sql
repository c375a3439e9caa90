-- Pages that visitors read, and paths that a redirect answered, by day (UTC). place: the host name, and the path under it
-- that the site is mounted at. Nothing is kept of visitors.
create table page_visit (
  site_id char(12) not null references site (id), day date not null,
  place varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  path varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  visits bigint not null, redirected bigint not null,
  primary key (site_id, day, place, path)
);
-- From which host names' pages they came, other than the page's own.
create table page_referrer (
  site_id char(12) not null references site (id), path varchar(300) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  host varchar(253) not null, count bigint not null, last_at datetime(6) not null,
  primary key (site_id, path, host)
);
