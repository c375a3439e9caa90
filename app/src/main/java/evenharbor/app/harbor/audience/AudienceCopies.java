package evenharbor.app.harbor.audience;

import evenharbor.app.who.access.Ids;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.SharedPassword;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is said of the parts of a site, taken along to another harbor or account and said there. */
@Service
@Transactional
public class AudienceCopies {

    private final Audiences audiences;
    private final AudienceChanges changes;
    private final AudienceLists lists;
    private final Clock clock;

    AudienceCopies(Audiences audiences, AudienceChanges changes, AudienceLists lists, Clock clock) {
        this.audiences = audiences;
        this.changes = changes;
        this.lists = lists;
        this.clock = clock;
    }

    /**
     * What is said of a part, to take along elsewhere.
     *
     * @param way its name
     * @param kept what is kept of a password; empty for the other ways: a link is made anew elsewhere
     * @param emails addresses, or @ and domains
     */
    public record PartTakenAlong(
            String path,
            String way,
            String kept,
            Optional<Instant> until,
            List<String> emails,
            Optional<Audience.Registered> registration) {}

    /** What is said of the parts of one of the person's sites. Lists of people are written out. */
    @Transactional(readOnly = true)
    public List<PartTakenAlong> taken(String siteId) {
        return audiences.of(siteId).stream()
                .map(part -> new PartTakenAlong(
                        part.path,
                        part.way.name(),
                        part.way == AudienceWay.PASSWORD ? part.kept : "",
                        Optional.ofNullable(part.untilAt),
                        part.way == AudienceWay.PEOPLE
                                ? lists.emails(part.id).stream().sorted().toList()
                                : lists.named(part.id),
                        lists.registration(part.id)))
                .toList();
    }

    /** Says of a part what was said of it elsewhere. */
    public void takeOver(String siteId, PartTakenAlong taken) {
        AudienceWay way = AudienceWay.valueOf(taken.way());
        if (way != AudienceWay.PASSWORD) {
            changes.put(
                    siteId,
                    taken.path(),
                    way,
                    Optional.empty(),
                    taken.until().filter(at -> at.isAfter(clock.instant())),
                    new AudienceChanges.ByName(String.join("\n", taken.emails()), List.of()),
                    taken.registration());
            return;
        }
        // The password itself is nowhere: what is kept of it is taken over.
        AudiencePart part = changes.put(
                siteId,
                taken.path(),
                way,
                Optional.of(Ids.secret()),
                Optional.empty(),
                new AudienceChanges.ByName("", List.of()),
                Optional.empty());
        if (SharedPassword.wellFormed(taken.kept())) {
            changes.keepPassword(part, taken.kept());
        }
    }
}
