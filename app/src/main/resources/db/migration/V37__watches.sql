-- Work that goes on by itself once something is due: which process is at it, by the real clock.
create table watch (
  name varchar(40) not null primary key, node varchar(60) not null default '', until_at datetime(6) not null default '2000-01-01'
);
delete from scheduled_tasks where task_name in ('folder-watch', 'arrival-watch', 'news-watch', 'message-following',
  'message-watch', 'address-watch', 'certificate-watch', 'forwards-end', 'domain-watch', 'zone-watch', 'plan-watch',
  'notice-mail-watch', 'mail-watch');
alter table activity add index activity_at (at);
alter table notice drop index notice_mail, add index notice_due (mailed_at, read_at, mail_at);
alter table certificate add index certificate_ends (wanted, valid_until);
-- Counts the changes of names and certificates, beside all changes.
alter table harbor_revision add names bigint not null default 0;
