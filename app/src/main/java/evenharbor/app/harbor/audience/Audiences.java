package evenharbor.app.harbor.audience;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Sites;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is let in to sites and their parts, as it is kept. */
@Service
@Transactional(readOnly = true)
public class Audiences {

    private final AudiencePartRepository repository;
    private final AudienceLists lists;
    private final Sites sites;
    private final Drafts drafts;
    private final Secrets secrets;

    Audiences(AudiencePartRepository repository, AudienceLists lists, Sites sites, Drafts drafts, Secrets secrets) {
        this.repository = repository;
        this.lists = lists;
        this.sites = sites;
        this.drafts = drafts;
        this.secrets = secrets;
    }

    /** Who is let in where on a site, of any account. */
    public AudienceRules rules(String siteId) {
        return AudienceRules.of(guards(siteId));
    }

    /** The same of several sites, by site; sites that let everyone in everywhere are left out. */
    public Map<String, AudienceRules> rules(Collection<String> siteIds) {
        Map<String, Map<String, Guard>> guards = new HashMap<>();
        repository
                .findBySiteIdIn(siteIds)
                .forEach(part -> guards.computeIfAbsent(part.siteId, site -> new HashMap<>())
                        .put(part.path, part.guard(lists)));
        Map<String, AudienceRules> all = new HashMap<>();
        guards.forEach((site, parts) -> all.put(site, AudienceRules.of(parts)));
        return all;
    }

    /** The guard of each part that was said something of. */
    Map<String, Guard> guards(String siteId) {
        Map<String, Guard> parts = new HashMap<>();
        repository.findBySiteIdOrderByPath(siteId).forEach(part -> parts.put(part.path, part.guard(lists)));
        return parts;
    }

    /** The part that a person typed, as it is kept. */
    String path(String siteId, String typed) {
        return AudienceRules.part(typed)
                .map(part -> asFolder(siteId, part))
                .orElseThrow(
                        () -> Problem.field("path", "Type a folder such as /members/, a page, or / for all of it."));
    }

    /** Who types a folder's name without a slash means the folder. */
    private String asFolder(String siteId, String path) {
        Map<String, FileEntry> files = drafts.files(drafts.find(siteId)).files();
        String below = path.substring(1) + "/";
        boolean folder = !path.endsWith("/")
                && !files.containsKey(path.substring(1))
                && files.keySet().stream().anyMatch(file -> file.startsWith(below));
        return folder ? path + "/" : path;
    }

    /** The parts of one of the person's sites that were said something of, by path. */
    List<AudiencePart> of(String siteId) {
        sites.mine(siteId);
        return repository.findBySiteIdOrderByPath(siteId);
    }

    /** How many files of the draft lie in a part, whatever is said of parts within it. */
    int filesIn(AudiencePart part) {
        AudienceRules only = AudienceRules.of(Map.of(part.path, new Guard(part.id, 0, new Audience.WithPassword(""))));
        return (int) drafts.files(drafts.find(part.siteId)).files().keySet().stream()
                .filter(file -> only.at("/" + file).isPresent())
                .count();
    }

    /** The secret of a part's link; empty when it has none. */
    Optional<String> link(AudiencePart part) {
        return Optional.ofNullable(part.sealed).map(secrets::opened);
    }
}
