package evenharbor.core.what.build;

import evenharbor.core.common.AtomFeed;
import evenharbor.core.common.XmlDocument;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;

/** Lists of pages for programs: a sitemap (sitemaps.org 0.9) and a feed (RFC 4287). */
final class Feeds {

    private static final String SITEMAP_NAMESPACE = "http://www.sitemaps.org/schemas/sitemap/0.9";
    private static final int MOST_ENTRIES = 50;

    private Feeds() {}

    /** A page. @param date when it came out, as {@code 2026-05-14}; empty when it is not known */
    record Entry(String path, String url, String title, String summary, String date) {}

    static String sitemap(List<Entry> entries) {
        return XmlDocument.of(out -> {
            out.writeStartElement("urlset");
            out.writeDefaultNamespace(SITEMAP_NAMESPACE);
            for (Entry entry : entries) {
                out.writeCharacters("\n");
                out.writeStartElement("url");
                XmlDocument.element(out, "loc", entry.url());
                out.writeEndElement();
            }
            out.writeCharacters("\n");
            out.writeEndElement();
        });
    }

    /**
     * The feed.
     *
     * @param entries pages that have a date, the newest first
     */
    static String atom(String title, String author, String site, String self, List<Entry> entries) {
        List<AtomFeed.Entry> newest = entries.stream()
                .limit(MOST_ENTRIES)
                .map(page -> new AtomFeed.Entry(
                        page.url(),
                        page.url(),
                        page.title(),
                        page.summary(),
                        LocalDate.parse(page.date()).atStartOfDay().toInstant(ZoneOffset.UTC)))
                .toList();
        return new AtomFeed(title, author, self, Optional.of(site), newest).xml();
    }
}
