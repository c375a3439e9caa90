package evenharbor.app.hosting.destination;

import evenharbor.app.harbor.audience.Audiences;
import evenharbor.app.harbor.reach.Reaches;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Reach;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.CarriedRules;
import evenharbor.core.where.redirect.FolderRules;
import evenharbor.core.where.redirect.ForwardingPages;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Builds for destinations: made for the path of their URL, with the redirects that go along. */
@Component
class HostBuilds {

    private static final String NOTICE = """
            <!doctype html>
            <html lang="en">
            <head><meta charset="utf-8"><meta name="robots" content="noindex"><title>Nothing here</title></head>
            <body><p>There is nothing here at the moment.</p></body>
            </html>
            """;

    private final Builds builds;
    private final Manifests manifests;
    private final RedirectContents redirects;
    private final Audiences audiences;
    private final Sites sites;
    private final Reaches reaches;
    private final Blobs blobs;

    HostBuilds(
            Builds builds,
            Manifests manifests,
            RedirectContents redirects,
            Audiences audiences,
            Sites sites,
            Reaches reaches,
            Blobs blobs) {
        this.builds = builds;
        this.manifests = manifests;
        this.redirects = redirects;
        this.audiences = audiences;
        this.sites = sites;
        this.reaches = reaches;
        this.blobs = blobs;
    }

    /**
     * What a destination shall hold.
     *
     * @param manifest hash of the files of a version or draft
     * @param rules hash of its redirects
     */
    Manifest of(DestinationEntity destination, String manifest, Settings settings, String rules) {
        Reach reach = sites.find(destination.siteId)
                .map(site -> reaches.elsewhere(site, destination.url.replaceFirst("/+$", "")))
                .orElse(Reach.UNTOLD);
        Manifest build = manifests.get(
                builds.of(manifest, settings, new Builder.BuildOptions(destination.base(), Map.of(), reach)));
        Redirects set = redirects.get(rules);
        CarriedRules carried = switch (destination.carries) {
            case NOTHING -> new CarriedRules(Map.of(), List.of());
            case PAGES -> ForwardingPages.of(set, build, destination.base());
            case RULES -> FolderRules.of(set, destination.base());
        };
        Map<String, FileEntry> more = new HashMap<>();
        carried.files().forEach((path, text) -> more.put(path, kept(path, text)));
        Manifest whole = more.isEmpty() ? build : build.with(files -> more.forEach(files::putIfAbsent));
        return forEveryone(whole, audiences.rules(destination.siteId));
    }

    /** A host elsewhere keeps nobody out: what is not for everyone does not go there. */
    private static Manifest forEveryone(Manifest build, AudienceRules rules) {
        return rules.allOpen()
                ? build
                : build.with(files ->
                        files.keySet().removeIf(path -> rules.at("/" + path).isPresent()));
    }

    /** What is put in the place of a site that was taken down. */
    Manifest notice() {
        return Manifest.of(Map.of("index.html", kept("index.html", NOTICE)));
    }

    private FileEntry kept(String path, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        try {
            return FileEntries.of(path, blobs.put(bytes), bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
