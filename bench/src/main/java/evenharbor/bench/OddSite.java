package evenharbor.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A made-up site whose pages lead to each other in every way that URLs can be written, one in eight of them to nothing. */
final class OddSite {

    private static final int PAGES = 120;
    private static final List<String> FOLDERS = List.of("", "notes/", "notes/old/", "a b/", "é/", "x+y/");
    private static final List<String> NAMES = List.of("page", "Über", "one two", "50%25off", "a&b", "q'q");

    private final Random random = new Random(20_261_130);
    private final List<String> paths = new ArrayList<>();

    private OddSite() {}

    /** @return the folder, with the site in it */
    static Path in(Path folder) throws IOException {
        OddSite site = new OddSite();
        site.paths.add("index.html");
        for (int i = 1; i < PAGES; i++) {
            site.paths.add(site.any(FOLDERS) + site.any(NAMES).replace("%25", "%") + i + ".html");
        }
        FOLDERS.stream().filter(f -> !f.isEmpty()).forEach(f -> site.paths.add(f + "index.html"));
        for (String path : site.paths) {
            Path file = folder.resolve(path);
            Files.createDirectories(file.getParent());
            Files.writeString(file, site.page(path));
        }
        Files.writeString(folder.resolve("dot.svg"), "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 1 1'/>");
        return folder;
    }

    private String any(List<String> list) {
        return list.get(random.nextInt(list.size()));
    }

    private String page(String path) {
        StringBuilder out = new StringBuilder(
                "<!doctype html><html lang=en><meta charset=utf-8><title>" + random.nextInt() + "</title>");
        String from = path;
        if (random.nextInt(10) == 0) {
            out.append("<base href=\"/notes/\">");
            from = "notes/base.html";
        }
        // Each page is led to from the one before it, so that whoever walks comes to all.
        int at = paths.indexOf(path);
        out.append("<a href=\"")
                .append(written("/" + paths.get((at + 1) % paths.size()), from))
                .append("\">on</a>\n");
        for (int i = 0; i < 8; i++) {
            String target = random.nextInt(8) == 0
                    ? "/" + any(FOLDERS) + any(List.of("none", "Page", "gone é")) + random.nextInt(900) + ".html"
                    : "/" + any(paths);
            String url = written(target, from);
            switch (random.nextInt(4)) {
                case 0 ->
                    out.append("<a href='").append(url.replace("'", "&#39;")).append("'>x</a>\n");
                case 1 -> out.append("<area alt=x href=\"").append(url).append("\">\n");
                case 2 -> out.append("<iframe title=x src=\"").append(url).append("\"></iframe>\n");
                default -> out.append("<A HREF=\" ").append(url).append("\n\">x</A>\n");
            }
        }
        return out.append("<img alt=x src=\"")
                .append(random.nextInt(8) == 0 ? "/none.svg" : "/dot.svg")
                .append("\">\n")
                .toString();
    }

    /** A path as a URL of a page may be written. */
    private String written(String target, String from) {
        String url = target.replace("%", "%25").replace(" ", "%20").replace("+", random.nextBoolean() ? "+" : "%2B");
        if (random.nextInt(3) == 0) {
            url = url.replace("é", "%C3%A9").replace("Ü", "%c3%9c").replace("'", "%27");
        }
        if (url.endsWith("/index.html") && random.nextBoolean()) {
            url = url.substring(0, url.length() - "index.html".length());
        }
        url = url.replace("&", random.nextBoolean() ? "&amp;" : "%26");
        int depth = (int) from.chars().filter(c -> c == '/').count();
        return switch (random.nextInt(5)) {
            case 0 -> "../".repeat(depth) + (url.length() == 1 ? "./" : url.substring(1));
            case 1 -> url + "#top";
            case 2 -> url + "?a=b&amp;c";
            case 3 -> "/./" + url.substring(1);
            default -> url;
        };
    }
}
