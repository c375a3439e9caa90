package evenharbor.app.overview.sftp;

import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.TokenSignIn;
import evenharbor.core.what.draft.FileEdits;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.access.Right;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;

/** Makes what a session did one change of the draft, in the name of whom its token speaks for. */
@Service
class Arrivals {

    private final Drafts drafts;
    private final TokenSignIn tokens;

    Arrivals(Drafts drafts, TokenSignIn tokens) {
        this.drafts = drafts;
        this.tokens = tokens;
    }

    /** Who a token speaks for, where it may change pages of a site now. */
    Optional<Person> person(String siteId, String token) {
        return tokens.may(Right.EDIT, siteId, token);
    }

    Draft draft(String siteId) {
        return drafts.find(siteId);
    }

    Manifest files(Draft draft) {
        return drafts.files(draft);
    }

    /** Takes edits into the draft as it is now. @return whether the token still may */
    boolean take(String siteId, String token, FileEdits edits) {
        Optional<Person> person = person(siteId, token);
        person.ifPresent(by -> Current.as(
                by,
                () -> drafts.change(siteId, OptionalLong.empty(), "sent by SFTP (" + edits.words() + ")", edits::on)));
        return person.isPresent();
    }
}
