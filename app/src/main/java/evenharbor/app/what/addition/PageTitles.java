package evenharbor.app.what.addition;

import evenharbor.app.what.build.PageHeads;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.build.Head;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The titles of pages as visitors see them: what is set about a page, or what it says itself. */
@Component
public class PageTitles {

    private static final int LONGEST_TITLE = 200;

    private final DraftSettings settings;
    private final PageHeads heads;

    PageTitles(DraftSettings settings, PageHeads heads) {
        this.settings = settings;
        this.heads = heads;
    }

    /** The title of each page of a site by its request path, in the order of the paths; empty where it has none. */
    public Map<String, String> of(Manifest files) {
        Additions additions = settings.of(files);
        Map<String, String> titles = new LinkedHashMap<>();
        files.files().forEach((path, file) -> {
            if (SitePath.isPage(path) && !SitePath.nameOf(path).equals("404.html")) {
                String title = additions.said(
                        additions.of(path).title(), heads.of(file).value(Head.TITLE));
                titles.put(
                        SitePath.requestPath(path),
                        title.length() > LONGEST_TITLE ? title.substring(0, LONGEST_TITLE) : title);
            }
        });
        return titles;
    }
}
