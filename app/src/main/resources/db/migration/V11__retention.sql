-- How long versions are kept, by account; without a row the usual rule holds. Ages in days; monthly null for ever.
create table retention_rule (
  account_id char(12) primary key references account (id), all_days int not null, daily int not null, weekly int not null,
  monthly int, zone varchar(64) not null, changed_by char(12) not null, changed_at datetime(6) not null
);

-- due_at: when it will be cleaned up, told ahead; gone_at: since when its files are not kept any more.
alter table version add column due_at datetime(6), add column gone_at datetime(6);
