alter table plan_while modify facet varchar(16) not null;

-- What is published brings its redirects: they stand for a while by themselves, and go back by themselves.
insert into plan_while (plan_id, site_id, local, facet, before_life, after_life, publication_id)
  select w.plan_id, w.site_id, w.local, 'REDIRECTS', w.before_life, w.after_life, w.publication_id
  from plan_while w join plan p on p.id = w.plan_id
  where w.facet = 'CONTENT' and (p.kind = 'PUBLISH_DRAFT' or (p.kind = 'GO_LIVE' and p.redirects))
  order by w.id;

-- The time zone that the owner of an account goes by; null while it was never said.
alter table account add column zone varchar(64);
