-- Who is let in by name: an e-mail, or @ and a domain.
create table audience_email (
  part_id char(12) not null, site_id char(12) not null, email varchar(254) not null,
  primary key (part_id, email), index audience_email_site (site_id)
);
-- Lists of people that several parts can be for.
create table people_list (
  id char(12) primary key, account_id char(12) not null references account (id), name varchar(120) not null,
  changed_at datetime(6) not null, constraint people_list_name unique (account_id, name)
);
create table people_list_email (
  list_id char(12) not null references people_list (id), email varchar(254) not null, primary key (list_id, email)
);
create table audience_list (
  part_id char(12) not null, site_id char(12) not null, list_id char(12) not null, primary key (part_id, list_id),
  index audience_list_list (list_id)
);
-- What visitors who register are asked; kept with the part.
create table audience_registration (
  part_id char(12) primary key, site_id char(12) not null, after_pages int not null, ask_name boolean not null,
  consent varchar(1000) not null, confirmed boolean not null, page varchar(500) not null
);
create table registered_visitor (
  id char(12) primary key, site_id char(12) not null, part_id char(12) not null, name varchar(120) not null,
  email varchar(254) not null, consent varchar(1000) not null, registered_at datetime(6) not null, confirmed_at datetime(6),
  constraint registered_visitor_once unique (part_id, email), index registered_visitor_site (site_id)
);
-- Codes that were mailed to visitors: good once, in the browser that asked.
create table visitor_code (
  hash char(64) primary key, part_id char(12) not null, site_id char(12) not null, email varchar(254) not null,
  holder varchar(254) not null, expires_at datetime(6) not null, tries int not null default 0,
  browser char(64) not null, index visitor_code_browser (browser), index visitor_code_email (part_id, email)
);
