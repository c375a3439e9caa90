package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Which rules may take a request that a target with named parts sends on. Rules are found by their first segment. */
final class Meetings {

    private static final String ANY = "{}";

    private static final Pattern NEIGHBOURS = Pattern.compile("(\\{\\w+})(\\{\\w+})+");

    private record Known(Compiled rule, PathForm form) {}

    private final Map<String, List<Known>> byFirst = new HashMap<>();
    private final List<Known> all = new ArrayList<>();

    Meetings(Collection<Compiled> rules) {
        for (Compiled rule : rules) {
            Known known = new Known(rule, rule.form().folded());
            all.add(known);
            byFirst.computeIfAbsent(first(known.form()), f -> new ArrayList<>()).add(known);
        }
    }

    private static String first(PathForm form) {
        return form.segments().isEmpty() || !form.segments().get(0).fixed()
                ? ANY
                : form.segments().get(0).texts().get(0);
    }

    /** Ids of rules that may take what the target makes of some request; never too few. */
    Set<String> of(Target target) {
        PathForm form = PathForm.read(shape(target.place())).folded();
        String first = first(form);
        Stream<Known> near = first.equals(ANY)
                ? all.stream()
                : Stream.concat(
                        byFirst.getOrDefault(first, List.of()).stream(), byFirst.getOrDefault(ANY, List.of()).stream());
        Set<String> ids = new LinkedHashSet<>();
        Optional<PathForm> folder = folder(form);
        near.filter(k -> meets(form, k) || folder.filter(f -> meets(f, k)).isPresent())
                .forEach(k -> ids.add(k.rule().rule().id()));
        return ids;
    }

    /** The folder whose own page the last segment may come to name. */
    private static Optional<PathForm> folder(PathForm form) {
        int last = form.segments().size() - 1;
        boolean names = form.tail().isEmpty()
                && last >= 0
                && !form.segments().get(last).whole()
                && form.segments().get(last).spans(FormTree.INDEX).isPresent();
        return names ? Optional.of(new PathForm(form.segments().subList(0, last), form.tail())) : Optional.empty();
    }

    private static boolean meets(PathForm target, Known known) {
        return target.mayMeet(known.form(), true, known.rule().emptyTail());
    }

    /** The target's path as a form: what can hold slashes stands for all that follows, whatever is behind it. */
    private static String shape(String place) {
        String path = PathForm.bare(Target.decoded(place));
        int tail = path.indexOf("{+");
        String form = tail < 0 ? path : path.substring(0, path.lastIndexOf('/', tail) + 1) + "{+rest}";
        return NEIGHBOURS.matcher(form).replaceAll("$1");
    }
}
