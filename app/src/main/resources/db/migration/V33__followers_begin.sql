-- Who follows what happens begins here, before anybody is answered, and not at its first run: what happens until then is
-- told, too.
insert ignore into follower (name, position)
select name, (select coalesce(max(id), 0) from activity) from (select 'news' as name union select 'messages') as followers;
