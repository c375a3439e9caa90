package evenharbor.core.harbor.route;

import com.google.common.collect.Iterables;
import evenharbor.core.common.UrlPath;
import evenharbor.core.what.build.Pin;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Match;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.AudienceRules;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** One site's build, made ready for answering: request path to decision. Immutable. */
public final class SiteRoutes implements Answer {

    private static final int SMALL_SITE = 500;

    /** The most files of earlier builds that stay reachable for pages still being loaded, beyond those of the latest. */
    static final int MOST_EARLIER = 100_000;

    /**
     * How a site is served.
     *
     * @param preview whether it is a preview: never kept by anyone, never indexed
     * @param listed whether search engines may list it
     * @param main the URL to name as canonical, without a slash at its end; empty when it is the one asked
     * @param base the path it is mounted at, without a slash at its end; empty for a whole host name
     * @param unlisted what of it search engines must not list
     * @param languages where visitors are sent to the page in theirs
     */
    public record ServingOptions(
            boolean preview,
            boolean listed,
            String main,
            String base,
            UnlistedParts unlisted,
            SiteLanguages languages) {

        /** In one language. */
        public ServingOptions(boolean preview, boolean listed, String main, String base, UnlistedParts unlisted) {
            this(preview, listed, main, base, unlisted, SiteLanguages.NONE);
        }

        /** All of it listed, or none. */
        public ServingOptions(boolean preview, boolean listed, String main, String base) {
            this(preview, listed, main, base, UnlistedParts.NONE);
        }

        /** At a whole host name, its own canonical address. */
        public ServingOptions(boolean preview, boolean listed) {
            this(preview, listed, "", "");
        }
    }

    /** What a build had and the next one did not. */
    private record Earlier(Map<String, Decision.Serve> lasting, long untilSecond) {}

    private final String id;
    private final ServingOptions options;
    private final Map<String, Decision> decisions;
    private final Map<String, Decision> settled;
    private final Redirects redirects;
    private final Map<String, Decision.Serve> lasting;
    private final MissingPages missing;
    private final List<Earlier> earlier;
    private final Optional<Closure> closure;
    private final AudienceRules audience;

    private SiteRoutes(
            String id,
            ServingOptions options,
            Map<String, Decision> decisions,
            Map<String, Decision> settled,
            Redirects redirects,
            Map<String, Decision.Serve> lasting,
            MissingPages missing,
            List<Earlier> earlier,
            Optional<Closure> closure,
            AudienceRules audience) {
        this.id = id;
        this.options = options;
        this.decisions = decisions;
        this.settled = settled;
        this.redirects = redirects;
        this.lasting = lasting;
        this.missing = missing == null ? MissingPages.none(this) : missing;
        this.earlier = earlier;
        this.closure = closure;
        this.audience = audience;
    }

    /** The routes of a build without redirects, for what is not counted. */
    public static SiteRoutes of(Manifest build, ServingOptions options) {
        return of("", build, options, Redirects.NONE);
    }

    /**
     * The routes of a build.
     *
     * @param id the site's id, under which visits are counted; empty when they are not
     */
    public static SiteRoutes of(String id, Manifest build, ServingOptions options, Redirects redirects) {
        int capacity = build.count() * 2 + 16;
        Map<String, Decision> decisions = new HashMap<>(capacity);
        Map<String, Decision.Serve> lasting = new HashMap<>(capacity);
        SiteRoutes shell = new SiteRoutes(
                id,
                options,
                Map.of(),
                Map.of(),
                Redirects.NONE,
                Map.of(),
                null,
                List.of(),
                Optional.empty(),
                AudienceRules.OPEN);
        build.files().forEach((path, file) -> {
            // Versions of earlier times may hold some.
            if (SitePath.isHidden(path)) {
                return;
            }
            String at = shared("/" + path, build);
            Decision.Serve serve = new Decision.Serve(file, false, shell);
            decisions.put(at, serve);
            lasting.put(at, new Decision.Serve(file, true, shell));
            if (at.endsWith("/index.html")) {
                String folder = shared(at.substring(0, at.length() - "index.html".length()), build);
                decisions.put(folder, serve);
                if (folder.length() > 1) {
                    String bare = folder.substring(0, folder.length() - 1);
                    decisions.putIfAbsent(
                            bare,
                            new Decision.Forward(
                                    UrlPath.encoded(options.base() + folder), 301, true, Optional.empty()));
                }
            }
        });
        MissingPages missing = MissingPages.of(build, shell);
        return new SiteRoutes(
                id,
                options,
                decisions,
                settled(decisions, redirects),
                redirects,
                lasting,
                missing,
                List.of(),
                Optional.empty(),
                AudienceRules.OPEN);
    }

    /** What no redirect changes, whatever is asked with it. */
    private static Map<String, Decision> settled(Map<String, Decision> decisions, Redirects redirects) {
        if (redirects.isEmpty()) {
            return decisions;
        }
        Map<String, Decision> settled = new HashMap<>(decisions);
        settled.keySet().removeIf(path -> redirects.candidates(path).stream().anyMatch(rule -> !rule.pagesFirst()));
        return settled;
    }

    /**
     * The same routes, with the assets of the build before still reachable under their pinned addresses until a second,
     * for the pages of that build that are still being loaded.
     */
    public SiteRoutes after(SiteRoutes before, long nowSecond, long untilSecond) {
        List<Earlier> kept = new ArrayList<>();
        Earlier latest = new Earlier(replaced(before), untilSecond);
        int files = 0;
        for (Earlier build : Iterables.concat(List.of(latest), before.earlier)) {
            if (files > MOST_EARLIER) {
                break;
            }
            if (build.untilSecond() > nowSecond && !build.lasting().isEmpty()) {
                kept.add(build);
                files += build.lasting().size();
            }
        }
        return new SiteRoutes(
                id, options, decisions, settled, redirects, lasting, missing, List.copyOf(kept), closure, audience);
    }

    /** The files of an earlier build that are not the same here. */
    private Map<String, Decision.Serve> replaced(SiteRoutes before) {
        return before.lasting.entrySet().stream()
                .filter(each -> {
                    Decision.Serve now = lasting.get(each.getKey());
                    return now == null || !now.file().equals(each.getValue().file());
                })
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /** The same routes with a notice in place of pages, for now. */
    public SiteRoutes closed(Closure now) {
        Map<String, Decision> open = new HashMap<>(settled);
        open.keySet().removeIf(path -> now.covers(path, asset(path)));
        return new SiteRoutes(
                id, options, decisions, open, redirects, lasting, missing, earlier, Optional.of(now), audience);
    }

    /** The same routes, with parts that are not for everyone. */
    public SiteRoutes guarded(AudienceRules rules) {
        if (rules.allOpen()) {
            return this;
        }
        Map<String, Decision> open = new HashMap<>(settled);
        open.keySet().removeIf(path -> rules.at(path).isPresent());
        return new SiteRoutes(id, options, decisions, open, redirects, lasting, missing, earlier, closure, rules);
    }

    /** Whether there is a file at a path that is no page. */
    private boolean asset(String path) {
        return decisions.get(path) instanceof Decision.Serve && !path.endsWith("/") && !SitePath.isPage(path);
    }

    /** How the site is served. */
    public ServingOptions options() {
        return options;
    }

    /** The site's id; empty when its visits are not counted. */
    public String id() {
        return id;
    }

    /** What is decided for a path without a pin, where no redirect comes before. */
    Map<String, Decision> decisions() {
        return settled;
    }

    /** What the site decides where the path alone did not settle it. */
    Decision decide(VisitorRequest request) {
        Decision open = decideOpen(request);
        // A notice is for everyone; all else of a guarded part, also that there is nothing, is told to nobody else.
        return open instanceof Decision.Closed
                ? open
                : audience.at(request.path())
                        .<Decision>map(guard -> new Decision.Ask(guard, open))
                        .orElse(open);
    }

    private Decision decideOpen(VisitorRequest request) {
        Decision.Serve pinned = request.pin().isEmpty() ? null : pinned(request);
        if (pinned != null) {
            return pinned;
        }
        if (closure.isPresent() && closure.get().covers(request.path(), asset(request.path()))) {
            return closed();
        }
        Decision page = decisions.get(request.path());
        Optional<Match> match = redirects.at(request.path(), request.query(), request.second());
        if (match.isPresent() && (page == null || !match.get().rule().pagesFirst())) {
            return redirected(match.get(), request.path());
        }
        return page == null ? missing.at(request.path()) : page;
    }

    private Decision closed() {
        Closure now = closure.orElseThrow();
        if (now.notice() instanceof Closure.Elsewhere elsewhere) {
            String location = elsewhere.target().startsWith("/")
                    ? UrlPath.encoded(options.base()) + elsewhere.target()
                    : elsewhere.target();
            return new Decision.Forward(location, 302, false, Optional.empty());
        }
        return new Decision.Closed(now, missing.site());
    }

    private Decision redirected(Match match, String path) {
        Decision.Followed by =
                new Decision.Followed(missing.site(), match.rule().id());
        if (match.rule().status() == RedirectStatus.GONE) {
            return new Decision.Gone(missing.at(path).page(), by);
        }
        String location = match.location().startsWith("/")
                ? UrlPath.encoded(options.base()) + match.location()
                : match.location();
        return new Decision.Forward(location, match.rule().status().code(), false, Optional.of(by));
    }

    private Decision.Serve pinned(VisitorRequest request) {
        String pin = request.pin();
        Decision.Serve now = lasting.get(request.path());
        if (now != null && Pin.names(pin, now.file())) {
            return now;
        }
        for (Earlier build : earlier) {
            Decision.Serve then =
                    build.untilSecond() > request.second() ? build.lasting().get(request.path()) : null;
            if (then != null && Pin.names(pin, then.file())) {
                return then;
            }
        }
        return null;
    }

    /** The files served, for tests and lists: request path to file. */
    public Optional<FileEntry> at(String path) {
        return decisions.get(path) instanceof Decision.Serve serve ? Optional.of(serve.file()) : Optional.empty();
    }

    /** Names all files that may be served: those of now, those that stay reachable for a while, and the notice. */
    void contents(Consumer<FileEntry> each) {
        lasting.values().forEach(serve -> each.accept(serve.file()));
        earlier.forEach(build -> build.lasting().values().forEach(serve -> each.accept(serve.file())));
        missing.contents(each);
        if (closure.isPresent() && closure.get().notice() instanceof Closure.Page page) {
            each.accept(page.file());
        }
    }

    /** Small sites share most of their paths: one string for all of them stays near the processor. */
    private static String shared(String path, Manifest build) {
        return build.count() <= SMALL_SITE ? path.intern() : path;
    }
}
