-- Folders of sites that follow the folder of the same name of another site.
create table shared_folder (
  site_id char(12) not null references site (id),
  folder varchar(500) character set utf8mb4 collate utf8mb4_nopad_bin not null,
  from_site char(12) not null references site (id),
  primary key (site_id, folder), key (from_site)
);
