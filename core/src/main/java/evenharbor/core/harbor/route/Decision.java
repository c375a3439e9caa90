package evenharbor.core.harbor.route;

import evenharbor.core.what.live.Closure;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.who.audience.Guard;
import java.util.Optional;

/** What a visitor gets. */
public sealed interface Decision {

    /**
     * A file.
     *
     * @param file what to send
     * @param lasting whether this address names this content for good, so that it may be kept for a year
     * @param site how the site it belongs to is served
     */
    record Serve(FileEntry file, boolean lasting, SiteRoutes site) implements Decision {}

    /**
     * Another address.
     *
     * @param location path or URL to go to, encoded (RFC 3986)
     * @param status 301, 302, 307 or 308
     * @param keepsQuery whether the query asked for goes along
     * @param by the redirect that says so; empty when it is no redirect of the site's owner
     * @param mount the address that sends visitors on; empty when it is no address that does
     */
    record Forward(String location, int status, boolean keepsQuery, Optional<Followed> by, Optional<Onward.Mount> mount)
            implements Decision {

        /** To another address, not by an address as a whole. */
        public Forward(String location, int status, boolean keepsQuery, Optional<Followed> by) {
            this(location, status, keepsQuery, by, Optional.empty());
        }
    }

    /**
     * A redirect that decided.
     *
     * @param site how the site it belongs to is served
     * @param redirect its id
     */
    record Followed(SiteRoutes site, String redirect) {}

    /**
     * Nothing any more: a redirect says that the page is gone on purpose.
     *
     * @param page the site's own page for what is missing
     * @param by the redirect that says so
     */
    record Gone(Optional<FileEntry> page, Followed by) implements Decision {}

    /**
     * Nothing: the site is there and the page is not.
     *
     * @param page the site's own page for it
     * @param site how the site it belongs to is served
     */
    record Missing(Optional<FileEntry> page, SiteRoutes site) implements Decision {}

    /**
     * A notice in place of the page, for now.
     *
     * @param closure what is closed, and what visitors get
     * @param site how the site it belongs to is served
     */
    record Closed(Closure closure, SiteRoutes site) implements Decision {}

    /**
     * It is not for everyone: what comes is only for whom the guard lets in, and nobody else is told a byte of it.
     *
     * @param behind what they get
     */
    record Ask(Guard guard, Decision behind) implements Decision {}

    /** No site answers at this host name. The same for a name nobody has and a site that is not live. */
    record NothingHere() implements Decision {
        static final NothingHere INSTANCE = new NothingHere();
    }
}
