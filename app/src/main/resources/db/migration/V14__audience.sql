-- Parts of sites with who is let in. kept: what is kept of a password (PBKDF2) or of a link's secret (SHA-256);
-- sealed: the link's secret, encrypted. A renewal makes the next generation: what was let in before is not any more.
create table audience_part (
  id char(12) primary key, site_id char(12) not null, path varchar(500) character set utf8mb4 collate utf8mb4_bin not null,
  way varchar(12) not null, kept varchar(200) not null, sealed varbinary(500), until_at datetime(6), generation int not null,
  changed_by char(12) not null, changed_at datetime(6) not null, revision bigint not null,
  unique key audience_part_path (site_id, path)
);

-- The key that passes of visitors are signed by, encrypted.
create table pass_key (id int primary key, sealed varbinary(500) not null);
