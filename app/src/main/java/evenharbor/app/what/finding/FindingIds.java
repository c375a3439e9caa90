package evenharbor.app.what.finding;

import com.google.common.hash.Hashing;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import java.nio.charset.StandardCharsets;

/** Names findings, so that the same one has the same name in every state of a site. */
final class FindingIds {

    private static final int LENGTH = 24;

    private FindingIds() {}

    static String of(Finding finding) {
        return named(finding.kind() + "\n" + finding.path() + "\n" + finding.subject());
    }

    static String of(FindingKind wholeKind) {
        return named(wholeKind.name());
    }

    private static String named(String what) {
        return Hashing.sha256()
                .hashString(what, StandardCharsets.UTF_8)
                .toString()
                .substring(0, LENGTH);
    }
}
