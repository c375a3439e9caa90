package evenharbor.core.where.redirect;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Reads rules as they are typed, pasted or imported: cleans what can be cleaned, and says what cannot be. */
public final class RedirectReader {

    private static final int LONGEST_GROUP = 60;
    private static final int LONGEST_NOTE = 500;

    private final SourceReader sources;
    private final TargetReader targets;

    /**
     * A reader for one site.
     *
     * @param hosts the site's own host names, in lower case
     */
    public RedirectReader(Set<String> hosts) {
        this.sources = new SourceReader(Set.copyOf(hosts));
        this.targets = new TargetReader(Set.copyOf(hosts));
    }

    /** Half of a surrogate pair is no character, and stands for nothing in a URL. */
    private static void wholeCharacters(String field, String text, ReadingNotes notes) {
        if (!StandardCharsets.UTF_8.newEncoder().canEncode(text)) {
            notes.fault(field, "This holds half a character. Type or paste it again.");
        }
    }

    /** Reads a rule. */
    public RedirectReading read(TypedRedirect typed) {
        ReadingNotes notes = new ReadingNotes();
        wholeCharacters("source", typed.source(), notes);
        wholeCharacters("target", typed.target(), notes);
        if (!notes.faults().isEmpty()) {
            return new RedirectReading(Optional.empty(), notes.faults(), List.of());
        }
        SourceReader.TypedSource from = sources.read(typed, notes);
        RedirectStatus status = RedirectStatus.of(typed.status()).orElse(RedirectStatus.MOVED);
        if (RedirectStatus.of(typed.status()).isEmpty()) {
            notes.fault("status", typed.status() + " is no status of a redirect. Use 301, 302, 307, 308 or 410.");
        }
        String target = status == RedirectStatus.GONE ? "" : targets.read(typed.target(), from.source(), notes);
        QueryRule query = query(typed, from.query(), notes);
        if (typed.from().isPresent()
                && typed.until().isPresent()
                && !typed.from().get().isBefore(typed.until().get())) {
            notes.fault("until", "This rule would end before it begins. Choose a later end.");
        }
        if (typed.group().length() > LONGEST_GROUP) {
            notes.fault("group", "Use at most " + LONGEST_GROUP + " characters.");
        }
        if (typed.note().length() > LONGEST_NOTE) {
            notes.fault("note", "Use at most " + LONGEST_NOTE + " characters.");
        }
        if (!notes.faults().isEmpty()) {
            return new RedirectReading(Optional.empty(), notes.faults(), notes.cleanings());
        }
        Redirect rule = new Redirect(
                typed.id(),
                from.source(),
                target,
                status,
                typed.ignoresCase(),
                typed.exactSlash() && from.source().kind() == Source.Kind.EXACT,
                query,
                typed.pagesFirst().orElse(from.source().kind() != Source.Kind.EXACT),
                typed.from(),
                typed.until(),
                typed.group().strip(),
                typed.note().strip(),
                typed.proposed(),
                typed.openAgreed() && Target.of(target).open());
        return new RedirectReading(Optional.of(rule), List.of(), notes.cleanings());
    }

    private static QueryRule query(TypedRedirect typed, String pasted, ReadingNotes notes) {
        if (typed.query() == QueryRule.Kind.MATCH) {
            String wanted = typed.parameters().strip().replaceFirst("^\\?", "");
            wanted = wanted.isEmpty() ? pasted : wanted;
            if (wanted.isEmpty()) {
                notes.fault("query", "Type the parameters that must be there, such as p=12.");
            }
            return QueryRule.match(wanted);
        }
        if (!pasted.isEmpty()) {
            notes.cleaned("The rule counts only where “" + pasted + "” is asked for, as in what was typed.");
            return QueryRule.match(pasted);
        }
        return typed.query() == QueryRule.Kind.DROP ? QueryRule.DROP : QueryRule.KEEP;
    }
}
