-- What undoing takes back, in words: not always the last change, when a shared folder followed another site since.
alter table draft add column undoes varchar(300);
