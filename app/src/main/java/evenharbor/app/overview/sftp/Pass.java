package evenharbor.app.overview.sftp;

import evenharbor.app.who.access.Person;
import java.util.Optional;

/** What a program signed in with. */
interface Pass {

    /** Whom it speaks for, where that person may change pages of a site now. */
    Optional<Person> person(String siteId);
}
