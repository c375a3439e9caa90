-- What is paid for, as people wrote it down. Amounts are in the smallest unit of the currency.
create table cost (
  id char(12) not null primary key, account_id char(12) not null references account (id),
  site_id char(12) null references site (id), what varchar(200) not null, currency char(3) not null, paid varchar(10) not null,
  price bigint not null, first_year bigint null, discount int not null, discount_until date null, yearly_offer bigint null,
  since date not null, ends date null, key (account_id)
);
