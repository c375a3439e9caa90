package evenharbor.app.what.site;

import evenharbor.app.common.problem.Problem;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.who.audience.AudienceRules;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What of a site search engines are asked not to list. */
@Service
@Transactional
public class Unlisted {

    private static final int MOST = 500;

    private final JdbcClient db;
    private final Sites sites;
    private final ApplicationEventPublisher events;

    Unlisted(JdbcClient db, Sites sites, ApplicationEventPublisher events) {
        this.db = db;
        this.sites = sites;
        this.events = events;
    }

    /** The parts of any site. */
    @Transactional(readOnly = true)
    public UnlistedParts of(String siteId) {
        return UnlistedParts.of(db.sql("select path from unlisted_part where site_id = ?")
                .param(siteId)
                .query(String.class)
                .list());
    }

    /** The parts of several sites, by site; sites that have none are left out. */
    @Transactional(readOnly = true)
    public Map<String, UnlistedParts> of(Collection<String> siteIds) {
        Map<String, List<String>> paths = new HashMap<>();
        if (!siteIds.isEmpty()) {
            db.sql("select site_id, path from unlisted_part where site_id in (:sites)")
                    .param("sites", siteIds)
                    .query((row, n) -> paths.computeIfAbsent(row.getString(1), site -> new ArrayList<>())
                            .add(row.getString(2)))
                    .list();
        }
        return paths.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, each -> UnlistedParts.of(each.getValue())));
    }

    /** Says it anew of one of the person's sites. @param typed folders and pages, as a person typed them */
    public UnlistedParts put(String siteId, List<String> typed) {
        sites.mine(siteId);
        TreeSet<String> parts = new TreeSet<>();
        for (String each : typed) {
            parts.add(
                    AudienceRules.path(each)
                            .filter(path -> !path.equals("/"))
                            .orElseThrow(
                                    () -> Problem.field(
                                            "paths",
                                            "“" + each
                                                    + "” is no folder or page of it. Type one such as /notes/; to hide all of it, untick the choice above.")));
        }
        if (parts.size() > MOST) {
            throw Problem.field("paths", "At most " + MOST + " at once. Name the folder instead of its pages.");
        }
        db.sql("delete from unlisted_part where site_id = ?").param(siteId).update();
        parts.forEach(path -> db.sql("insert into unlisted_part (site_id, path) values (?, ?)")
                .params(siteId, path)
                .update());
        events.publishEvent(new SettingsChanged(siteId));
        return UnlistedParts.of(parts);
    }
}
