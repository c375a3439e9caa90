package evenharbor.core.what.replace;

import evenharbor.core.what.build.TextEdit;
import evenharbor.core.what.draft.SitePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Words that are looked for in the files of a site. A page is read as people read it: {@code caf&eacute;} is café, a line
 * break is a space, either kind of quotation mark is the other. Digits are a telephone number, however it is spaced.
 */
public final class Search {

    /** How much is shown around what was found, in characters. */
    private static final int AROUND = 60;

    private static final Pattern TELEPHONE = Pattern.compile("\\+?[\\d ()./-]{6,}");

    private final String words;
    private final Pattern pattern;
    private final boolean markup;

    private Search(String words, Pattern pattern, boolean markup) {
        this.words = words;
        this.pattern = pattern;
        this.markup = markup;
    }

    /**
     * What is looked for; empty when nothing is left of what was typed.
     *
     * @param typed words, or markup with at least one {@code <}
     * @param matchCase whether small and capital letters differ
     * @param wholeWords whether it must not stand within a longer word
     */
    public static Optional<Search> of(String typed, boolean matchCase, boolean wholeWords) {
        String words = typed.replaceAll("[\\s\\u00A0]+", " ").strip();
        if (words.isEmpty()) {
            return Optional.empty();
        }
        boolean telephone = TELEPHONE.matcher(words).matches()
                && words.replaceAll("\\D", "").length() >= 6;
        String core = telephone ? telephone(words) : literal(words);
        String bounded = wholeWords || telephone ? "(?<![\\p{L}\\p{N}])" + core + "(?![\\p{L}\\p{N}])" : core;
        int flags = matchCase ? 0 : Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE;
        return Optional.of(new Search(words, Pattern.compile(bounded, flags), words.indexOf('<') >= 0));
    }

    private static String telephone(String words) {
        StringBuilder out = new StringBuilder(words.startsWith("+") ? "\\+?[ ]*" : "");
        words.chars().filter(Character::isDigit).forEach(digit -> {
            if (out.length() > 0 && Character.isDigit(out.charAt(out.length() - 1))) {
                out.append("[ ()./\\u2011\\u2013-]*");
            }
            out.append((char) digit);
        });
        return out.toString();
    }

    private static String literal(String words) {
        StringBuilder out = new StringBuilder();
        words.codePoints().forEach(c -> {
            switch (c) {
                case '\'', '\u2018', '\u2019' -> out.append("['\u2018\u2019]");
                case '"', '\u201C', '\u201D' -> out.append("[\"\u201C\u201D]");
                default -> out.append(Pattern.quote(Character.toString(c)));
            }
        });
        return out.toString();
    }

    /** The words, as they are looked for. */
    public String words() {
        return words;
    }

    /** Where they stand in a file, in order. */
    public List<Hit> in(String path, String text) {
        boolean page = SitePath.isPage(path);
        List<Hit> hits = new ArrayList<>();
        add(hits, page ? ReadText.ofPage(text) : ReadText.ofCode(text), text, false);
        if (page && !markup) {
            add(hits, ReadText.withoutInlineTags(text), text, true);
            hits.sort((a, b) -> Integer.compare(a.start(), b.start()));
        }
        return hits;
    }

    private void add(List<Hit> hits, ReadText read, String text, boolean aroundTags) {
        CharSequence words = read.text();
        Matcher found = pattern.matcher(words);
        int line = 1;
        int counted = 0;
        List<Hit> known = List.copyOf(hits);
        while (found.find()) {
            int start = read.start(found.start());
            int end = read.end(found.end() - 1);
            Hit.Where where = read.where(found.start());
            if (aroundTags && (where != Hit.Where.WORDS || met(known, start, end))) {
                continue;
            }
            if (!markup && !aroundTags && read.where(found.end() - 1) != where) {
                continue;
            }
            for (; counted < start; counted++) {
                line += text.charAt(counted) == '\n' ? 1 : 0;
            }
            hits.add(new Hit(
                    start,
                    end,
                    line,
                    aroundTags ? Hit.Where.AROUND_TAGS : where,
                    before(read, found.start()),
                    found.group(),
                    behind(read, found.end())));
        }
    }

    /** What stands before an index in the same part, as far as it is shown. */
    private static String before(ReadText read, int index) {
        int from = index;
        while (from > 0 && index - from < AROUND && read.where(from - 1) == read.where(index)) {
            from--;
        }
        return read.text().subSequence(from, index).toString();
    }

    private static String behind(ReadText read, int index) {
        int to = index;
        while (to < read.text().length() && to - index < AROUND && read.where(to) == read.where(index - 1)) {
            to++;
        }
        return read.text().subSequence(index, to).toString();
    }

    private static boolean met(List<Hit> known, int start, int end) {
        return known.stream().anyMatch(hit -> hit.start() < end && start < hit.end());
    }

    /** The text with other words in place of some hits; those that cannot be replaced stay. */
    public String replaced(String text, List<Hit> hits, String with) {
        List<TextEdit> edits = new ArrayList<>();
        int done = 0;
        for (Hit hit : hits) {
            if (hit.replaceable()) {
                edits.add(edit(text, hit, with, done));
                done = hit.end();
            }
        }
        return TextEdit.applied(text, edits);
    }

    /** An ampersand right before the words would make a character of what comes in their place ({@code &} and {@code lt}). */
    private TextEdit edit(String text, Hit hit, String with, int from) {
        String written = written(with, hit.where());
        if (markup || hit.where() == Hit.Where.CODE) {
            return new TextEdit(hit.start(), hit.end(), written);
        }
        int at = hit.start();
        while (at > from && (Character.isLetterOrDigit(text.charAt(at - 1)) || text.charAt(at - 1) == '#')) {
            at--;
        }
        return at > from && text.charAt(at - 1) == '&'
                ? new TextEdit(at - 1, hit.end(), "&amp;" + text.substring(at, hit.start()) + written)
                : new TextEdit(hit.start(), hit.end(), written);
    }

    /** What is typed as markup goes in as markup; words go in as words. */
    private String written(String with, Hit.Where where) {
        if (markup || where == Hit.Where.CODE) {
            return with;
        }
        String escaped = with.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
        return where == Hit.Where.TAG ? escaped.replace("\"", "&quot;").replace("'", "&#39;") : escaped;
    }
}
