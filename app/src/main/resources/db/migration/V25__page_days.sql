-- When pages that a feed tells of first came out.
create table page_day (
  site_id char(12) not null references site (id),
  path varchar(500) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  day date not null,
  primary key (site_id, path)
);
