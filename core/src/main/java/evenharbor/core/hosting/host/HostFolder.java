package evenharbor.core.hosting.host;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Folders on hosts, and the URLs at which they are seen. */
public final class HostFolder {

    /** Names under which hosting companies keep what visitors see. */
    private static final List<String> USUAL =
            List.of("public_html", "htdocs", "www", "html", "web", "httpdocs", "public", "site", "wwwroot");

    private HostFolder() {}

    /** A folder as it was typed: slashes turned, none doubled, none at the end, no dots that lead elsewhere. */
    public static String clean(String typed) {
        String slashed = typed.strip().replace('\\', '/').replaceFirst("^~(?=/|$)/?", "");
        List<String> parts = new ArrayList<>();
        for (String part : slashed.split("/")) {
            if (part.equals("..")) {
                if (!parts.isEmpty()) {
                    parts.remove(parts.size() - 1);
                }
            } else if (!part.isBlank() && !part.equals(".")) {
                parts.add(part.strip());
            }
        }
        return (slashed.startsWith("/") ? "/" : "") + String.join("/", parts);
    }

    /** Whether a folder is the other one or lies in it. Both are clean. */
    public static boolean within(String folder, String other) {
        return other.isEmpty() || other.equals("/") || folder.equals(other) || folder.startsWith(other + "/");
    }

    /** The path of one folder within another, with a slash at its end. */
    public static String inside(String folder, String other) {
        String rest = folder.substring(other.equals("/") ? 1 : other.length());
        return rest.replaceFirst("^/", "") + "/";
    }

    /**
     * Where, under a URL, the pages of a folder might be seen instead: its last names, the fewest first.
     *
     * @return paths with slashes at both ends
     */
    public static List<String> shownUnder(String folder) {
        String[] names = folder.replaceFirst("^/", "").split("/");
        List<String> paths = new ArrayList<>();
        StringBuilder path = new StringBuilder("/");
        for (int i = names.length - 1; i >= 0; i--) {
            if (!names[i].isEmpty()) {
                path.insert(0, "/" + names[i]);
                paths.add(path.toString());
            }
        }
        return paths;
    }

    /** A folder in the one form by which two are compared: whether it begins with a slash does not tell hosts apart. */
    public static String key(String folder) {
        return folder.replaceFirst("^/+", "");
    }

    /** A folder below another. */
    public static String below(String folder, String name) {
        return name.isEmpty() ? folder : folder.isEmpty() || folder.equals("/") ? folder + name : folder + "/" + name;
    }

    /**
     * The name of a folder below one that nothing is published to yet; empty when the folder itself is free.
     *
     * @param used the folders that something is published to
     */
    public static String free(String folder, Collection<String> used) {
        Set<String> keys = used.stream().map(HostFolder::key).collect(Collectors.toSet());
        return Stream.concat(
                        Stream.of("", "trial"), IntStream.iterate(2, i -> i + 1).mapToObj(i -> "place" + i))
                .filter(name -> !keys.contains(key(below(folder, name))))
                .findFirst()
                .orElseThrow();
    }

    /**
     * The folder to take instead of one whose last names are seen in URLs: what is above them.
     *
     * @param under where pages in the folder are seen, such as {@code /public_html/}
     * @return empty when the folder does not end so
     */
    public static String above(String folder, String under) {
        String shown = under.replaceFirst("/$", "");
        return folder.endsWith(shown) || ("/" + folder).endsWith(shown)
                ? folder.substring(0, Math.max(0, folder.length() - shown.length()))
                : "";
    }

    /** Of the names in a folder, those that may hold what visitors see, the likeliest first. */
    public static List<String> likely(List<String> names) {
        return USUAL.stream()
                .flatMap(usual -> names.stream()
                        .filter(name -> name.toLowerCase(Locale.ROOT).equals(usual)))
                .toList();
    }
}
