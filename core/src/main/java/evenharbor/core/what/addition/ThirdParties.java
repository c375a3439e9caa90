package evenharbor.core.what.addition;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The hosts that own code names, to load from them or to send to them. What a script makes of pieces is not seen. */
public final class ThirdParties {

    private static final Pattern URL =
            Pattern.compile("(?:https?:|wss?:)?//[^\\s\"'<>`)\\\\]+", Pattern.CASE_INSENSITIVE);

    private ThirdParties() {}

    /** The hosts, in order. */
    public static SortedSet<String> of(String code) {
        SortedSet<String> hosts = new TreeSet<>();
        Matcher urls = URL.matcher(code);
        while (urls.find()) {
            String url = urls.group();
            try {
                String host = new URI(url.startsWith("//") ? "https:" + url : url).getHost();
                // Two slashes begin a remark in a script, too.
                if (host != null && host.indexOf('.') > 0) {
                    hosts.add(host.toLowerCase(Locale.ROOT));
                }
            } catch (URISyntaxException e) {
                // It is none.
            }
        }
        return hosts;
    }
}
