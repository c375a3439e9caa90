package evenharbor.core.what.finding;

import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.build.Reference;
import evenharbor.core.what.build.Shell;
import java.util.ArrayList;
import java.util.List;

/**
 * What a page or style sheet says, whatever site it stands in: read once for each content.
 *
 * @param references what it loads and where it leads, in their order
 * @param base the URL of its base element; empty when it has none
 * @param anchors what fragments of links may name: ids, and names of anchors
 * @param titles its titles, with white space folded
 * @param description what it says of itself for search engines; null when nothing is there
 * @param hidden whether it asks search engines not to list it
 * @param sendsOn whether it sends visitors elsewhere by itself
 * @param shell where parts of the page that are not there would be put in
 * @param lang its language as it says; empty when it says none
 * @param viewport whether it is made for small screens, too
 * @param headings its headings, in their order
 * @param faults what else stands in it that is not right, of kinds that the page alone tells
 * @param upgrades whether it asks browsers to load all by HTTPS
 */
public record PageFacts(
        List<Named> references,
        String base,
        Anchors anchors,
        List<Words> titles,
        Words description,
        boolean hidden,
        boolean sendsOn,
        Shell shell,
        String lang,
        boolean viewport,
        List<Heading> headings,
        List<Fault> faults,
        boolean upgrades) {

    /** As the page goes out, with what is set about it. @param language what it is in, where the page does not say so */
    public PageFacts with(PageSettings set, boolean overOwn, String language) {
        List<Words> said = titles;
        boolean titled = titles.stream().anyMatch(title -> !title.text().isBlank());
        if (!set.title().isEmpty() && (overOwn || !titled)) {
            said = new ArrayList<>(titles);
            if (!said.isEmpty()) {
                said.remove(0);
            }
            said.add(0, new Words(set.title(), BESIDE));
        }
        boolean describes = !set.description().isEmpty() && (overOwn || description == null);
        return new PageFacts(
                references,
                base,
                anchors,
                List.copyOf(said),
                describes ? new Words(set.description(), BESIDE) : description,
                hidden,
                sendsOn,
                shell,
                lang.isEmpty() ? language : lang,
                viewport,
                headings,
                faults,
                upgrades);
    }

    /** Of what is set beside the file: it stands nowhere in it. */
    static final Place BESIDE = new Place(0, 0, 0);

    /** A URL. @param url as written, with character references resolved @param at where it stands, as it stands there */
    public record Named(String url, Place at, Reference.Use use) {}

    /** Words of a page. @param at where they stand */
    public record Words(String text, Place at) {}

    /** A heading. @param level from 1 to 6 */
    public record Heading(int level, String text, Place at) {}

    /** Something that is not right whatever the rest of the site is. @param at where it stands */
    public record Fault(FindingKind kind, String subject, String detail, Place at) {}
}
