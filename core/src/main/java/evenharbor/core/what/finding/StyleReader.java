package evenharbor.core.what.finding;

import evenharbor.core.what.build.CssReferences;
import evenharbor.core.what.build.Shell;
import java.util.List;

/** Reads what a style sheet loads. */
final class StyleReader {

    private static final Shell NONE = new Shell(0, -1, 0, true);

    private StyleReader() {}

    static PageFacts read(String css) {
        Lines lines = new Lines(css);
        List<PageFacts.Named> references = CssReferences.in(css, 0).stream()
                .map(each -> new PageFacts.Named(each.url(), lines.place(each.start(), each.end()), each.use()))
                .toList();
        return new PageFacts(
                references,
                "",
                Anchors.of(List.of()),
                List.of(),
                null,
                true,
                false,
                NONE,
                "",
                true,
                List.of(),
                List.of(),
                false);
    }
}
