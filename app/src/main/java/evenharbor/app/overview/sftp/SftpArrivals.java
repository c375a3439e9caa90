package evenharbor.app.overview.sftp;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.TokenSignIn;
import evenharbor.core.what.draft.FileEdits;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.access.Right;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Makes what a session did one change of the draft, in the name of whom it speaks for. */
@Service
class SftpArrivals {

    private static final Logger LOG = LoggerFactory.getLogger(SftpArrivals.class);

    /** How long what a program left is tried to be taken over while the database is away. */
    private static final Duration PATIENCE = Duration.ofMinutes(10);

    private static final String REVOKED = "What it signed in with no longer works.";

    private final Drafts drafts;
    private final Arrivals arrivals;
    private final TokenSignIn tokens;
    private final Clock clock = Clock.systemUTC();
    private final Queue<Left> left = new ConcurrentLinkedQueue<>();

    /** What a program that has signed off left to be taken over. */
    private record Left(String siteId, Pass pass, Person by, FileEdits edits, Instant until) {}

    SftpArrivals(Drafts drafts, Arrivals arrivals, TokenSignIn tokens) {
        this.drafts = drafts;
        this.arrivals = arrivals;
        this.tokens = tokens;
    }

    /** What signs in by a token. */
    Pass pass(String token) {
        return siteId -> tokens.may(Right.EDIT, siteId, token);
    }

    Draft draft(String siteId) {
        return drafts.find(siteId);
    }

    Manifest files(Draft draft) {
        return drafts.files(draft);
    }

    /**
     * Takes edits into the draft as it is now, or tells those who publish why not.
     *
     * @param by who had signed in
     * @return why it was refused; empty when it is in the draft
     * @throws RuntimeException when that could not be decided now; nothing was changed
     */
    Optional<String> take(String siteId, Pass pass, Person by, FileEdits edits) {
        Optional<Person> person = pass.person(siteId);
        if (person.isEmpty()) {
            return Optional.of(refused(siteId, by, edits, REVOKED));
        }
        try {
            arrivals.take(siteId, person.get(), "sent by SFTP (" + edits.words() + ")", edits::on);
            return Optional.empty();
        } catch (Problem problem) {
            return Optional.of(refused(siteId, by, edits, problem.getMessage()));
        }
    }

    /** Takes the last edits of a program that has signed off: now, or as soon as it can be done. */
    void takeSurely(String siteId, Pass pass, Person by, FileEdits edits) {
        Left last = new Left(siteId, pass, by, edits, clock.instant().plus(PATIENCE));
        if (!settled(last)) {
            left.add(last);
        }
    }

    /** Tries again what could not be taken when its program signed off. */
    void tryAgain() {
        left.removeIf(this::settled);
    }

    private boolean settled(Left last) {
        try {
            take(last.siteId(), last.pass(), last.by(), last.edits());
            return true;
        } catch (RuntimeException e) {
            LOG.warn("What was sent to site {} by SFTP could not be taken over now", last.siteId(), e);
            return clock.instant().isAfter(last.until());
        }
    }

    /** What a program had sent could not even be stored. */
    void couldNotBeStored(String siteId, Person by, IOException e) {
        LOG.warn("What was sent to site {} by SFTP could not be stored", siteId, e);
        try {
            arrivals.refused(
                    siteId,
                    by.accountId(),
                    "What a program sent could not be stored here. Send it again. The draft is as it was.");
        } catch (RuntimeException away) {
            LOG.warn("Nobody could be told of that", away);
        }
    }

    private String refused(String siteId, Person by, FileEdits edits, String why) {
        arrivals.refused(
                siteId,
                by.accountId(),
                "What a program sent (" + edits.words() + ") was not taken over. " + why + " The draft is as it was.");
        return why;
    }
}
