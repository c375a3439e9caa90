package evenharbor.core.where.domain;

import com.google.common.collect.Sets;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What was expected of a name against what a server said.
 *
 * @param kind what it comes to
 * @param sentence what it means for visitors
 * @param todo what to do; empty when nothing is to be done
 */
public record Comparison(Kind kind, String sentence, String todo) {

    /** What a comparison can come to, the good ones first. */
    public enum Kind {
        LEADS_HERE,
        LEADS_HERE_BY_NAME,
        PARTLY_ELSEWHERE,
        V6_ELSEWHERE,
        V6_UNSERVED,
        ELSEWHERE,
        ELSEWHERE_BY_NAME,
        LOCAL_NUMBER,
        DANGLING,
        NO_SUCH_NAME,
        NO_ADDRESS,
        REFUSED,
        SERVER_FAILURE,
        NO_ANSWER,
        LAME,
        UNUSABLE;

        /** Whether visitors come here. */
        public boolean good() {
            return this == LEADS_HERE || this == LEADS_HERE_BY_NAME;
        }

        /** Whether it says nothing about the name, so that asking again may help. */
        public boolean inconclusive() {
            return switch (this) {
                case REFUSED, SERVER_FAILURE, NO_ANSWER, LAME, UNUSABLE -> true;
                default -> false;
            };
        }
    }

    /**
     * Compares.
     *
     * @param v4 what was said about A records
     * @param v6 what was said about AAAA records
     */
    public static Comparison of(Expected expected, Seen v4, Seen v6) {
        if (!v4.conclusive()) {
            return failure(v4);
        }
        if (v4 instanceof Seen.NoSuchName none) {
            return none.aliases().isEmpty()
                    ? new Comparison(Kind.NO_SUCH_NAME, "There is no such name.", "Add the record shown here.")
                    : new Comparison(
                            Kind.DANGLING,
                            "It is an alias of "
                                    + none.aliases().get(none.aliases().size() - 1) + ", which does not exist.",
                            "Change the CNAME record to the one shown here.");
        }
        Set<String> numbers4 = new TreeSet<>(v4.data());
        Set<String> numbers6 = new TreeSet<>(v6.data());
        if (numbers4.isEmpty() && numbers6.isEmpty()) {
            return v6.conclusive()
                    ? new Comparison(
                            Kind.NO_ADDRESS, "The name exists and leads nowhere.", "Add the record shown here.")
                    : failure(v6);
        }
        return compared(expected, v4, v6, numbers4, numbers6);
    }

    private static Comparison compared(
            Expected expected, Seen v4, Seen v6, Set<String> numbers4, Set<String> numbers6) {
        Set<String> strange4 = Sets.difference(numbers4, expected.v4());
        Set<String> strange6 = Sets.difference(numbers6, expected.v6());
        boolean some = strange4.size() < numbers4.size() || strange6.size() < numbers6.size();
        List<String> aliases = ((Seen.Records) (numbers4.isEmpty() ? v6 : v4)).aliases();
        if (strange4.isEmpty() && strange6.isEmpty()) {
            if (!v6.conclusive()) {
                return failure(v6);
            }
            return aliases.isEmpty()
                    ? new Comparison(Kind.LEADS_HERE, "Its records lead here.", "")
                    : new Comparison(
                            Kind.LEADS_HERE_BY_NAME,
                            "It leads here as an alias of " + aliases.get(aliases.size() - 1) + ".",
                            "");
        }
        if (strange4.isEmpty() && !numbers4.isEmpty()) {
            return expected.v6().isEmpty()
                    ? new Comparison(
                            Kind.V6_UNSERVED,
                            "Visitors with IPv6 are led elsewhere, to " + String.join(", ", strange6) + ".",
                            "Take out the AAAA record: this harbor answers by IPv4 only.")
                    : new Comparison(
                            Kind.V6_ELSEWHERE,
                            "Visitors with IPv6 are led elsewhere, to " + String.join(", ", strange6) + ".",
                            "Change the AAAA record to the one shown here.");
        }
        if (some) {
            return new Comparison(
                    Kind.PARTLY_ELSEWHERE,
                    "Some visitors come here, others are led to " + String.join(", ", Sets.union(strange4, strange6))
                            + ".",
                    "Take out the records that lead elsewhere.");
        }
        Set<String> strange = strange4.isEmpty() ? strange6 : strange4;
        if (strange.stream().anyMatch(InnerNumbers::contains)) {
            return new Comparison(
                    Kind.LOCAL_NUMBER,
                    "It leads to " + String.join(", ", strange) + ", a number that only works inside one house.",
                    "Change the record to the one shown here.");
        }
        String where = String.join(", ", numbers4.isEmpty() ? numbers6 : numbers4);
        return aliases.isEmpty()
                ? new Comparison(
                        Kind.ELSEWHERE,
                        "It leads elsewhere, to " + where + ".",
                        "Change the record to the one shown here.")
                : new Comparison(
                        Kind.ELSEWHERE_BY_NAME,
                        "It leads elsewhere, as an alias of " + aliases.get(aliases.size() - 1) + " (" + where + ").",
                        "Change the CNAME record to the one shown here.");
    }

    private static Comparison failure(Seen seen) {
        if (seen instanceof Seen.Refused) {
            return new Comparison(
                    Kind.REFUSED,
                    "The name server refuses to answer.",
                    "Ask whoever runs the name server why. We ask again.");
        }
        if (seen instanceof Seen.ServerFailure) {
            return new Comparison(
                    Kind.SERVER_FAILURE,
                    "The name server says that it failed.",
                    "Nothing to do for the moment. We ask again.");
        }
        if (seen instanceof Seen.NoAnswer) {
            return new Comparison(
                    Kind.NO_ANSWER, "The name server does not answer.", "Nothing to do for the moment. We ask again.");
        }
        if (seen instanceof Seen.Lame) {
            return new Comparison(
                    Kind.LAME,
                    "The domain is handed to a name server that does not have it.",
                    "Correct the domain's name servers at the registrar, or have the zone set up there.");
        }
        return new Comparison(
                Kind.UNUSABLE,
                "The answer could not be used: " + seen.words() + ".",
                "Look for CNAME records that lead in a ring.");
    }
}
