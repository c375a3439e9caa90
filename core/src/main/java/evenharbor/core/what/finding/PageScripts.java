package evenharbor.core.what.finding;

import java.util.Locale;
import org.jsoup.nodes.Element;

/** Which scripts run (HTML, section 4.12.1). */
final class PageScripts {

    private PageScripts() {}

    /** Whether a script element runs, rather than holding data. */
    static boolean runs(Element script) {
        String type = script.attr("type").strip().toLowerCase(Locale.ROOT);
        return type.isEmpty() || type.equals("module") || type.contains("javascript") || type.contains("ecmascript");
    }
}
