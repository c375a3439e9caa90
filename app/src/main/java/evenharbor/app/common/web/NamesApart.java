package evenharbor.app.common.web;

import com.google.common.net.InternetDomainName;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Whether the application, sites and previews lie under names so far apart that none can set or read another's cookies, as
 * docs/names.md says. Looked at when the application starts, and told in the health of this process.
 */
@Component
public class NamesApart implements HealthPart, SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(NamesApart.class);

    private final List<String> troubles;
    private boolean running;

    NamesApart(HarborProperties harbor) {
        // What ends in .localhost is on this machine alone, for whoever sits at it.
        troubles = harbor.practice() || harbor.nameEnding().endsWith(".localhost")
                ? List.of()
                : troubles(URI.create(harbor.appOrigin()).getHost(), harbor.nameEnding(), harbor.previewEnding());
    }

    /** What is too close together, each in a sentence for the operator. */
    public static List<String> troubles(String app, String sites, String previews) {
        List<String> all = new ArrayList<>();
        if (site(app).equals(site("x." + sites))) {
            all.add("The application (" + app + ") and sites (" + sites
                    + ") lie under one registrable name: a site's page"
                    + " could set cookies for the application. Give them names of their own.");
        }
        if (site(app).equals(site("x." + previews))) {
            all.add("The application (" + app + ") and previews (" + previews + ") lie under one registrable name. Give"
                    + " them names of their own.");
        }
        if (site("a." + sites).equals(site("b." + sites))) {
            all.add("Sites under " + sites
                    + " can set cookies for each other: it is not on the public suffix list. Where they belong to people who do"
                    + " not know each other, have it added, or give each site a domain of its own.");
        }
        return all;
    }

    /** The registrable name: what browsers let share cookies. Of an ending that is on no list they take two labels. */
    private static String site(String host) {
        try {
            InternetDomainName name = InternetDomainName.from(host);
            if (name.isUnderPublicSuffix()) {
                return name.topPrivateDomain().toString();
            }
            List<String> labels = name.parts();
            return name.isPublicSuffix() || host.matches("[0-9.]+")
                    ? host
                    : String.join(".", labels.subList(Math.max(0, labels.size() - 2), labels.size()));
        } catch (IllegalArgumentException e) {
            return host;
        }
    }

    @Override
    public String name() {
        return "names";
    }

    @Override
    public List<Trouble> troubles() {
        return troubles.stream()
                .map(what -> new Trouble(what, "See names.md of the documentation."))
                .toList();
    }

    @Override
    public void start() {
        running = true;
        troubles.forEach(LOG::warn);
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
