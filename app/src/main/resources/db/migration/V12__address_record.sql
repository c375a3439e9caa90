-- The addresses of a site from an instant on, as JSON: one row for each change.
create table address_record (
  id bigint auto_increment primary key, site_id char(12) not null, at datetime(6) not null, addresses mediumtext not null,
  index address_record_site (site_id, at)
);
insert into address_record (site_id, at, addresses)
  select site_id, utc_timestamp(6), json_arrayagg(json_object(
      'id', id, 'host', host, 'path', path, 'role', role, 'trialVersion', trial_version,
      'pointsTo', if(role = 'POINTER', points_to, null)) order by claimed_at, id)
  from site_address where held_until is null and site_id is not null group by site_id;
