-- Previews that are shown to others by their link; they end when they are said to, not after half a day.
alter table preview add column shared boolean not null default false;
