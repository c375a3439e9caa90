package evenharbor.app.overview.sftp;

import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.TokenSignIn;
import evenharbor.core.what.draft.FileEdits;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.access.Right;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Makes what a session did one change of the draft, in the name of whom it speaks for. */
@Service
class SftpArrivals {

    private final Drafts drafts;
    private final Arrivals arrivals;
    private final TokenSignIn tokens;

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

    /** Takes edits into the draft as it is now. @return whether what signed in still may */
    boolean take(String siteId, Pass pass, FileEdits edits) {
        Optional<Person> person = pass.person(siteId);
        person.ifPresent(by -> arrivals.take(siteId, by, "sent by SFTP (" + edits.words() + ")", edits::on));
        return person.isPresent();
    }
}
