package evenharbor.app.harbor.audience;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Sites;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How visitors would be met: as the parts of a site are, or as they might be. */
@Service
@Transactional(readOnly = true)
public class AudienceTrials {

    private final Audiences audiences;
    private final AudiencePartRepository repository;
    private final Sites sites;

    AudienceTrials(Audiences audiences, AudiencePartRepository repository, Sites sites) {
        this.audiences = audiences;
        this.repository = repository;
        this.sites = sites;
    }

    /**
     * Who would be let in where on one of the person's sites.
     *
     * @param typed a part as a person typed it
     * @param way in which they would be asked there; empty when nothing more were said of that part
     */
    public AudienceRules supposing(String siteId, String typed, Optional<AudienceWay> way) {
        sites.mine(siteId);
        String path = audiences.path(siteId, typed);
        Map<String, Guard> parts = audiences.guards(siteId);
        parts.remove(path);
        way.ifPresent(how -> parts.put(
                path,
                new Guard(
                        "supposed",
                        0,
                        // Who is asked is asked, whatever for.
                        how == AudienceWay.EVERYONE ? new Audience.Everyone() : new Audience.WithPassword(""))));
        return AudienceRules.of(parts);
    }

    /** Whether a site's rules let someone in at a path, as its visitors meet them. @param email empty for nobody known */
    Trial trial(String siteId, String path, Optional<String> email) {
        sites.mine(siteId);
        String at = AudienceRules.part(path).orElseThrow(() -> Problem.field("path", "Type a path such as /members/."));
        Optional<Guard> guard = audiences.rules(siteId).at(at);
        Optional<String> part =
                guard.flatMap(g -> repository.findByIdAndSiteId(g.id(), siteId)).map(p -> p.path);
        boolean in = guard.isEmpty()
                || guard.get().audience() instanceof Audience.ByMail mail
                        && email.filter(mail::admits).isPresent();
        return new Trial(guard.map(Guard::audience), part, in);
    }

    /** How someone would be met. @param audience for whom it is; empty for everyone @param part which part says so */
    record Trial(Optional<Audience> audience, Optional<String> part, boolean in) {}
}
