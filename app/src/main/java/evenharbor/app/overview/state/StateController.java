package evenharbor.app.overview.state;

import evenharbor.app.common.health.Trouble;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The state of the harbor as a whole, for those who operate it. */
@RestController
@RequestMapping("/api/state")
class StateController {

    /** A process that said nothing for so long is taken for one that does not run. */
    private static final Duration SILENT = Duration.ofSeconds(3L * StateWatch.SECONDS);

    private final StateRows rows;
    private final StateWatch watch;

    StateController(StateRows rows, StateWatch watch) {
        this.rows = rows;
        this.watch = watch;
    }

    /**
     * Something that is wrong.
     *
     * @param part the part of the harbor that it is with
     * @param since when it was seen first
     * @param nodes the processes that see it
     */
    record HarborTroubleView(String part, String what, String todo, Instant since, List<String> nodes) {}

    /**
     * A process of the harbor.
     *
     * @param here whether it answers this request
     * @param silent whether nothing is heard of it any more
     * @param freeBytes what is free on its disk
     * @param usedMemory bytes in use, of at most {@code mostMemory}
     */
    record NodeView(
            String name,
            String release,
            Instant startedAt,
            Instant seenAt,
            boolean here,
            boolean silent,
            long freeBytes,
            long diskBytes,
            long usedMemory,
            long mostMemory) {}

    /** @param parts what is looked at, by name @param everySeconds how often each process does */
    record StateView(
            boolean well,
            List<HarborTroubleView> troubles,
            List<NodeView> nodes,
            List<String> parts,
            int everySeconds) {}

    @GetMapping
    StateView state() {
        if (watch.latest().isEmpty()) {
            // It has only just started.
            watch.round();
        }
        Instant now = Instant.now();
        List<StateRows.Node> nodes = rows.nodes();
        List<NodeView> views = nodes.stream()
                .map(node -> new NodeView(
                        node.name(),
                        node.release(),
                        node.startedAt(),
                        node.seenAt(),
                        node.name().equals(watch.here()),
                        silent(node, now),
                        node.freeBytes(),
                        node.diskBytes(),
                        node.usedMemory(),
                        node.mostMemory()))
                .toList();
        List<StateRows.Known> known = new ArrayList<>(rows.troubles());
        nodes.stream().filter(node -> silent(node, now)).forEach(node -> {
            known.removeIf(each -> each.node().equals(node.name()));
            known.add(new StateRows.Known(
                    node.name(),
                    "processes",
                    new Trouble(
                            "Nothing is heard of the process " + node.name() + ".",
                            "Start it again, or look into its log. The others do its work; a week from now it is forgotten."),
                    node.seenAt()));
        });
        List<HarborTroubleView> troubles = together(known);
        return new StateView(
                troubles.isEmpty(), troubles, views, List.copyOf(watch.latest().keySet()), StateWatch.SECONDS);
    }

    private static boolean silent(StateRows.Node node, Instant now) {
        return node.seenAt().plus(SILENT).isBefore(now);
    }

    /** What several processes see is told once. */
    private static List<HarborTroubleView> together(List<StateRows.Known> known) {
        Map<Trouble, HarborTroubleView> all = new LinkedHashMap<>();
        for (StateRows.Known each : known) {
            all.merge(
                    each.trouble(),
                    new HarborTroubleView(
                            each.part(),
                            each.trouble().what(),
                            each.trouble().todo(),
                            each.since(),
                            List.of(each.node())),
                    StateController::joined);
        }
        return List.copyOf(all.values());
    }

    private static HarborTroubleView joined(HarborTroubleView first, HarborTroubleView other) {
        List<String> nodes = new ArrayList<>(first.nodes);
        nodes.addAll(other.nodes);
        Instant since = first.since.isBefore(other.since) ? first.since : other.since;
        return new HarborTroubleView(first.part, first.what, first.todo, since, List.copyOf(nodes));
    }
}
