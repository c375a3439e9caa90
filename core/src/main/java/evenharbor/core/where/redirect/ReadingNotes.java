package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.List;

/** What is said of a rule while it is read: what is wrong with it, and what was cleaned. */
final class ReadingNotes {

    private final List<RedirectFault> faults = new ArrayList<>();
    private final List<String> cleanings = new ArrayList<>();

    void fault(String field, String sentence) {
        faults.add(new RedirectFault(field, sentence));
    }

    void cleaned(String sentence) {
        cleanings.add(sentence);
    }

    List<RedirectFault> faults() {
        return List.copyOf(faults);
    }

    List<String> cleanings() {
        return List.copyOf(cleanings);
    }
}
