-- What of a site's findings its people do not want to hear of again: one, or a whole kind.
create table finding_ignored (
  id char(24) not null, site_id char(12) not null references site (id), kind varchar(40) not null, whole_kind boolean not null,
  path varchar(1100) not null, subject varchar(2100) not null, reason varchar(500) not null,
  ignored_by char(12) not null, ignored_at datetime(6) not null, primary key (site_id, id)
);
-- Folders and pages that search engines are asked not to list.
create table unlisted_part (
  site_id char(12) not null references site (id), path varchar(500) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  primary key (site_id, path)
);
