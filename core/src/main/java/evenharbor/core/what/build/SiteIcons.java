package evenharbor.core.what.build;

import evenharbor.core.common.UrlPath;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.build.Builder.BuildOptions;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.awt.image.BufferedImage;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.Supplier;
import tools.jackson.databind.json.JsonMapper;

/** How a site shows itself in tabs and on phones: icons made of its logo, and a web manifest. */
final class SiteIcons {

    private static final String MANIFEST = "site.webmanifest";
    private static final String FAVICON = "favicon.ico";
    private static final String TOUCH_ICON = "apple-touch-icon.png";

    private static final int FAVICON_SIZE = 32;
    private static final int TOUCH_ICON_SIZE = 180;
    /** What browsers ask a web manifest for, in pixels. */
    private static final List<Integer> ICON_SIZES = List.of(192, 512);

    private static final String PNG = "image/png";
    /** Browsers draw it at any size; phones and older ones want points. */
    private static final String DRAWING = "image/svg+xml";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Manifest site;
    private final About about;
    private final BuildOptions options;
    private final Builder.Workshop workshop;
    private final Optional<FileEntry> logo;
    private final Optional<BufferedImage> picture;
    private final Map<String, FileEntry> files = new LinkedHashMap<>();

    SiteIcons(Manifest site, Additions additions, BuildOptions options, Builder.Workshop workshop) {
        this.site = site;
        this.about = additions.about();
        this.options = options;
        this.workshop = workshop;
        this.logo = logo(site, additions);
        this.picture = logo.flatMap(file -> picture(file, workshop.bytes(file)));
        picture.ifPresent(this::makeIcons);
        if (webManifest() && site.at(MANIFEST).isEmpty()) {
            String text = webManifestText();
            files.put(
                    MANIFEST,
                    workshop.made(
                            text, "application/manifest+json", true, () -> text.getBytes(StandardCharsets.UTF_8)));
        }
    }

    private static Optional<BufferedImage> picture(FileEntry file, byte[] bytes) {
        return file.mediaType().equals(DRAWING) ? Drawing.read(bytes) : Icons.read(bytes);
    }

    /** Whether icons can be made of a picture. */
    static boolean drawable(FileEntry file, byte[] bytes) {
        return picture(file, bytes).isPresent();
    }

    /** The paths of what is made, whether or not the site has some itself. @param drawable see {@link #drawable} */
    static Set<String> paths(Manifest site, Additions additions, Predicate<FileEntry> drawable) {
        Set<String> paths = new TreeSet<>();
        Optional<FileEntry> logo = logo(site, additions);
        if (logo.filter(drawable).isPresent()) {
            ICON_SIZES.forEach(size -> paths.add(icon(size)));
            paths.addAll(List.of(TOUCH_ICON, FAVICON));
        }
        if (logo.isPresent() && !additions.about().name().isEmpty()) {
            paths.add(MANIFEST);
        }
        return paths;
    }

    /** The files by path, each where the site has none of its own. */
    Map<String, FileEntry> files() {
        return files;
    }

    /** What every page links to. */
    List<Linked> linked() {
        List<Linked> all = new ArrayList<>();
        if (logo.isPresent() && (picture.isEmpty() || drawing())) {
            List<String> attributes = List.of("type", logo.get().mediaType(), "sizes", "any");
            all.add(linked(Head.ICON, "icon", about.logo(), attributes));
        } else if (picture.isPresent()) {
            all.add(linked(Head.ICON, "icon", icon(ICON_SIZES.get(0)), List.of("type", PNG, "sizes", "192x192")));
        }
        if (picture.isPresent()) {
            all.add(linked(Head.TOUCH_ICON, "apple-touch-icon", TOUCH_ICON, List.of()));
        }
        if (webManifest()) {
            all.add(linked(Head.MANIFEST, "manifest", MANIFEST, List.of()));
        }
        return all;
    }

    private Linked linked(String key, String relation, String path, List<String> attributes) {
        return new Linked(
                key, relation, path, attributes, site.at(path).or(() -> Optional.ofNullable(files.get(path))));
    }

    private static Optional<FileEntry> logo(Manifest site, Additions additions) {
        return site.at(additions.about().logo()).filter(file -> file.mediaType().startsWith("image/"));
    }

    private static String icon(int size) {
        return "icon-" + size + ".png";
    }

    private boolean drawing() {
        return logo.filter(file -> file.mediaType().equals(DRAWING)).isPresent();
    }

    private boolean webManifest() {
        return !about.name().isEmpty() && logo.isPresent();
    }

    private void makeIcons(BufferedImage drawing) {
        ICON_SIZES.forEach(size -> make(icon(size), PNG, () -> Icons.png(drawing, size)));
        make(TOUCH_ICON, PNG, () -> Icons.png(drawing, TOUCH_ICON_SIZE));
        make(FAVICON, "image/vnd.microsoft.icon", () -> Icons.ico(Icons.png(drawing, FAVICON_SIZE), FAVICON_SIZE));
    }

    private void make(String path, String type, Supplier<byte[]> bytes) {
        if (site.at(path).isEmpty()) {
            String key = path + " " + logo.orElseThrow().hash();
            files.put(path, workshop.made(key, type, false, bytes));
        }
    }

    private String webManifestText() {
        Map<String, Object> manifest = new LinkedHashMap<>();
        manifest.put("name", about.name());
        manifest.put("start_url", options.base() + "/");
        manifest.put("scope", options.base() + "/");
        manifest.put("display", "browser");
        List<Map<String, String>> icons = new ArrayList<>();
        if (picture.isPresent()) {
            ICON_SIZES.forEach(size -> icons.add(iconOf(icon(size), size + "x" + size, PNG)));
        } else {
            icons.add(iconOf(about.logo(), "any", logo.orElseThrow().mediaType()));
        }
        manifest.put("icons", icons);
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(manifest) + "\n";
    }

    private Map<String, String> iconOf(String path, String sizes, String type) {
        Map<String, String> icon = new LinkedHashMap<>();
        icon.put("src", options.base() + UrlPath.encoded("/" + path));
        icon.put("sizes", sizes);
        icon.put("type", type);
        return icon;
    }
}
