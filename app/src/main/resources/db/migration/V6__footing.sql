-- Names as the code and the API have them now.
alter table domain rename column catching_site to wildcard_site;
alter table destination
  rename column holds to current_version,
  rename column was to previous_version,
  rename column apart to differing_paths;

-- Sign-in sessions hold classes whose place has changed: people sign in again.
delete from SPRING_SESSION;
