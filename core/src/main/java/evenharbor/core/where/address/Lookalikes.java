package evenharbor.core.where.address;

import com.ibm.icu.lang.UScript;
import com.ibm.icu.text.SpoofChecker;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Refuses labels that are made to be taken for others (UTS #39). */
final class Lookalikes {

    private static final SpoofChecker CHECKER = new SpoofChecker.Builder()
            .setChecks(SpoofChecker.RESTRICTION_LEVEL | SpoofChecker.INVISIBLE | SpoofChecker.MIXED_NUMBERS)
            .setRestrictionLevel(SpoofChecker.RestrictionLevel.HIGHLY_RESTRICTIVE)
            .build();

    private static final Pattern ASCII = Pattern.compile("\\p{ASCII}*");

    private Lookalikes() {}

    /** What is wrong with a label in its readable form. */
    static Optional<NameFault> in(String label) {
        if (ASCII.matcher(label).matches()) {
            return Optional.empty();
        }
        if (CHECKER.failsChecks(label)) {
            return NameFault.fault(
                    NameFault.Kind.MIXED_SCRIPTS,
                    "“" + label + "” mixes letters of " + scripts(label)
                            + ", so that it can be taken for another name. Use the letters of one script.",
                    Slug.of(label));
        }
        String read = CHECKER.getSkeleton(label);
        if (UScript.getScript(label.codePointAt(0)) != UScript.LATIN
                && ASCII.matcher(read).matches()) {
            return NameFault.fault(
                    NameFault.Kind.LOOKALIKE,
                    "“" + label + "” is written in " + scripts(label) + " letters that look like “" + read
                            + "”. Choose a name that cannot be taken for another.",
                    NameFault.in(read).isEmpty() ? Optional.of(read) : Optional.empty());
        }
        return Optional.empty();
    }

    private static String scripts(String label) {
        Set<String> names = label.codePoints()
                .map(UScript::getScript)
                .filter(script -> script != UScript.COMMON && script != UScript.INHERITED)
                .mapToObj(UScript::getName)
                .collect(Collectors.toCollection(LinkedHashSet::new));
        return String.join(" and ", names);
    }
}
