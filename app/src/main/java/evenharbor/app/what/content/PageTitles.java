package evenharbor.app.what.content;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.parser.Parser;
import org.springframework.stereotype.Component;

/** The titles of pages, by content. */
@Component
public class PageTitles {

    private static final Pattern TITLE = Pattern.compile("(?is)<title[^>]*>(.*?)</title>");
    private static final int LONGEST_HEAD = 20_000;
    private static final int LONGEST_TITLE = 200;

    private final Manifests manifests;
    private final Cache<String, String> held =
            Caffeine.newBuilder().maximumSize(50_000).build();

    PageTitles(Manifests manifests) {
        this.manifests = manifests;
    }

    /** The title of each page of a site by its request path, in the order of the paths; empty where it has none. */
    public Map<String, String> of(Manifest files) {
        Map<String, String> titles = new LinkedHashMap<>();
        files.files().forEach((path, file) -> {
            if (SitePath.isPage(path) && !path.equals("404.html")) {
                titles.put(SitePath.requestPath(path), of(file));
            }
        });
        return titles;
    }

    private String of(FileEntry file) {
        return held.get(
                file.hash(), hash -> manifests.text(file).map(PageTitles::read).orElse(""));
    }

    private static String read(String text) {
        Matcher title = TITLE.matcher(text.substring(0, Math.min(LONGEST_HEAD, text.length())));
        if (!title.find()) {
            return "";
        }
        String words = Parser.unescapeEntities(title.group(1), false).strip().replaceAll("\\s+", " ");
        return words.length() > LONGEST_TITLE ? words.substring(0, LONGEST_TITLE) : words;
    }
}
