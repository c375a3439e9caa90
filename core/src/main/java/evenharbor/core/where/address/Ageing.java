package evenharbor.core.where.address;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A part of a name that will stop being true one day. Advice, never a refusal.
 *
 * @param kind what sort of part it is
 * @param part the part of the name, as written
 */
public record Ageing(Kind kind, String part) {

    /** What ages, each with the reason as a sentence. */
    public enum Kind {
        YEAR("a year: the name will look out of date when the year is over"),
        MONTH("a month: it will be wrong for the other eleven"),
        TERM("a season or term: it will be wrong when the next one begins"),
        NUMBER("a number that may be a room or a house: it changes when you move"),
        PROVISIONAL("a word for beginnings: it stays long after it is true");

        private final String reason;

        Kind(String reason) {
            this.reason = reason;
        }

        /** Why such a part ages, to follow "“2026” is …". */
        public String reason() {
            return reason;
        }
    }

    private static final Pattern YEAR = Pattern.compile("(19|20)\\d\\d");
    private static final Pattern SHORT_TERM = Pattern.compile("(ss|ws|ay|fy)\\d\\d|q[1-4]");
    private static final Pattern NUMBERED = Pattern.compile("(room|rm|house|no|nr|unit|flat|suite|apt)\\d+[a-z]?");
    private static final Pattern HOUSE = Pattern.compile("\\d{1,4}[a-z]?");
    private static final Pattern WORD_THEN_DIGITS = Pattern.compile("([a-z]+)(\\d+)");
    private static final Set<String> MONTHS = Set.of(
            "january",
            "february",
            "march",
            "april",
            "may",
            "june",
            "july",
            "august",
            "september",
            "october",
            "november",
            "december",
            "jan",
            "feb",
            "mar",
            "apr",
            "jun",
            "jul",
            "aug",
            "sep",
            "sept",
            "oct",
            "nov",
            "dec");
    private static final Set<String> TERMS = Set.of(
            "term",
            "semester",
            "trimester",
            "quarter",
            "spring",
            "summer",
            "autumn",
            "fall",
            "winter",
            "season",
            "michaelmas",
            "hilary",
            "trinity");
    private static final Set<String> PROVISIONAL = Set.of(
            "test",
            "testing",
            "tests",
            "new",
            "newest",
            "latest",
            "temp",
            "tmp",
            "temporary",
            "draft",
            "beta",
            "demo",
            "old",
            "try",
            "trial",
            "final",
            "current",
            "now",
            "next");
    private static final Set<String> PLACES =
            Set.of("room", "rm", "house", "no", "nr", "unit", "flat", "suite", "apt", "street", "road");

    /** The ageing parts of a well-formed name, in the order they stand in it. */
    static List<Ageing> of(String name) {
        List<Ageing> found = new ArrayList<>();
        String before = "";
        for (String token : name.split("-")) {
            classify(token, before).ifPresent(found::add);
            before = token;
        }
        return List.copyOf(found);
    }

    private static Optional<Ageing> classify(String token, String before) {
        if (MONTHS.contains(token)) {
            return ageing(Kind.MONTH, token);
        }
        if (TERMS.contains(token) || SHORT_TERM.matcher(token).matches()) {
            return ageing(Kind.TERM, token);
        }
        if (PROVISIONAL.contains(token)) {
            return ageing(Kind.PROVISIONAL, token);
        }
        if (YEAR.matcher(token).matches()) {
            return ageing(Kind.YEAR, token);
        }
        if (NUMBERED.matcher(token).matches()) {
            return ageing(Kind.NUMBER, token);
        }
        if (HOUSE.matcher(token).matches()) {
            return ageing(Kind.NUMBER, PLACES.contains(before) ? before + "-" + token : token);
        }
        var split = WORD_THEN_DIGITS.matcher(token);
        if (split.matches()) {
            String word = split.group(1);
            String digits = split.group(2);
            return YEAR.matcher(digits).matches() ? ageing(Kind.YEAR, digits) : classify(word, "");
        }
        return Optional.empty();
    }

    private static Optional<Ageing> ageing(Kind kind, String part) {
        return Optional.of(new Ageing(kind, part));
    }
}
