package evenharbor.core.where.visit;

import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Who asked for a path that found nothing, as far as path and request tell. Nothing is known of visitors themselves. */
public enum MissKind {
    /** A person, by a link or by typing; or a program that follows a link that someone once made. */
    LINK,
    /** A program that tries doors: it asks for what only a weak server has. */
    KNOCK,
    /** Browsers and search engines, which ask for some files by themselves. */
    BY_ITSELF;

    private static final Set<String> BY_THEMSELVES = Set.of(
            "/favicon.ico",
            "/robots.txt",
            "/sitemap.xml",
            "/ads.txt",
            "/app-ads.txt",
            "/humans.txt",
            "/security.txt",
            "/manifest.json",
            "/manifest.webmanifest",
            "/browserconfig.xml",
            "/crossdomain.xml");

    private static final Pattern TOUCH_ICON = Pattern.compile("/apple-touch-icon[a-z0-9-]*\\.png");

    /** Endings of programs, set-up and saved data, none of which a site of plain pages has. */
    private static final Set<String> DOORS = Set.of(
            "php", "php5", "php7", "phtml", "asp", "aspx", "ashx", "jsp", "jspx", "do", "action", "cgi", "pl", "py",
            "sh", "env", "ini", "conf", "cfg", "yml", "yaml", "toml", "sql", "sqlite", "db", "bak", "old", "orig",
            "save", "swp", "log", "git", "svn", "key", "pem", "rb", "exe", "dll", "tar", "tgz", "rar", "7z", "gz");

    /** Names of folders and pages by which programs look for a way in. */
    private static final Set<String> ROOMS = Set.of(
            "admin",
            "administrator",
            "backend",
            "backup",
            "backups",
            "cgi-bin",
            "cmd",
            "config",
            "console",
            "db",
            "debug",
            "dump",
            "etc",
            "install",
            "login",
            "manager",
            "passwd",
            "phpinfo",
            "server-info",
            "server-status",
            "setup",
            "shell",
            "signin",
            "sql",
            "upload",
            "uploads",
            "vendor",
            "webdav");

    /**
     * What kind of request it was.
     *
     * @param path decoded path
     * @param browsers how often it was asked for by what says which language its person reads
     * @param linked whether a page of some site led here
     * @param known whether an earlier version of the site had something at the path
     */
    public static MissKind of(String path, long browsers, boolean linked, boolean known) {
        if (known) {
            return LINK;
        }
        String lower = path.toLowerCase(Locale.ROOT);
        if (BY_THEMSELVES.contains(lower) || TOUCH_ICON.matcher(lower).matches() || lower.startsWith("/.well-known/")) {
            return BY_ITSELF;
        }
        if (knocks(lower)) {
            return KNOCK;
        }
        return browsers > 0 || linked ? LINK : KNOCK;
    }

    private static boolean knocks(String path) {
        String[] names = path.substring(1).split("/");
        String last = names[names.length - 1];
        String ending = last.substring(last.lastIndexOf('.') + 1);
        return Arrays.stream(names).anyMatch(name -> name.startsWith(".") || ROOMS.contains(name))
                || last.indexOf('.') >= 0 && DOORS.contains(ending)
                || ROOMS.contains(last.replaceFirst("\\..*", ""))
                || path.chars().anyMatch(c -> c < 0x20 || "<>{}|\\\"'`$;".indexOf(c) >= 0);
    }
}
