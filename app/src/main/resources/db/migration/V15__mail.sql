-- Mails on their way. letter: what it says, sealed; null once it was sent or given up.
create table mail (
  id bigint auto_increment primary key, mail_key char(64) not null,
  recipient varchar(254) not null, subject varchar(220) not null, letter mediumblob,
  created_at datetime(6) not null, next_at datetime(6), tries int not null default 0,
  sent_at datetime(6), problem varchar(300) not null default '',
  leased_until datetime(6) not null default '2000-01-01',
  constraint mail_key unique (mail_key), index mail_due (next_at), index mail_created (created_at)
);
