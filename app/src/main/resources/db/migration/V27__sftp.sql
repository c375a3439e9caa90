-- The key that the SFTP server shows, the same on all nodes.
create table sftp_host_key (id int not null primary key, sealed varbinary(2000) not null);
