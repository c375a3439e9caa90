-- All sites of an account are shown at once: what it asks for is found without reading the whole past.
alter table life_record add closed boolean as (closure is not null and not deleted) persistent,
  add index life_record_closed (site_id, closed, at);
alter table version add index version_made (site_id, created_at);
alter table live_span add index live_span_until (site_id, until_at);
