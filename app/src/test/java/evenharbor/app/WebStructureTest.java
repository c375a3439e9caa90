package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.graph.GraphBuilder;
import com.google.common.graph.Graphs;
import com.google.common.graph.MutableGraph;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The structure of the interface: the same floors as the application's, and no file that needs itself. */
class WebStructureTest {

    private static final Path SOURCES = Path.of("..", "web", "src");

    /** From the top. Whatever lies beside them (`main.tsx`) puts all together. */
    private static final List<String> FLOORS =
            List.of("app", "practice", "overview", "when", "hosting", "harbor", "where", "what", "who", "common");

    private static final Pattern IMPORT = Pattern.compile("(?:from|import\\()\\s*'(\\.[^']+)'");

    private static MutableGraph<Path> imports() throws IOException {
        MutableGraph<Path> graph = GraphBuilder.directed().allowsSelfLoops(true).build();
        try (Stream<Path> files = Files.walk(SOURCES)) {
            files.filter(file -> file.toString().matches(".*\\.tsx?")).forEach(file -> {
                graph.addNode(SOURCES.relativize(file));
                IMPORT.matcher(read(file))
                        .results()
                        .map((MatchResult found) ->
                                file.resolveSibling(found.group(1)).normalize())
                        .flatMap(target -> Stream.of(".ts", ".tsx").map(ending -> Path.of(target + ending)))
                        .filter(Files::exists)
                        .forEach(target -> graph.putEdge(SOURCES.relativize(file), SOURCES.relativize(target)));
            });
        }
        return graph;
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static int floor(Path file) {
        return FLOORS.indexOf(file.getName(0).toString());
    }

    @Test
    void anUpperFloorIsNeverUsedByALowerOne() throws IOException {
        MutableGraph<Path> graph = imports();
        assertThat(graph.edges()).hasSizeGreaterThan(300);
        assertThat(graph.edges()).noneMatch(edge -> floor(edge.target()) < floor(edge.source()));
    }

    @Test
    void noFileNeedsItself() throws IOException {
        MutableGraph<Path> graph = imports();
        assertThat(graph.nodes())
                .filteredOn(file -> Graphs.reachableNodes(graph, file).stream()
                        .anyMatch(other -> graph.hasEdgeConnecting(other, file)))
                .as("files in a circle of imports")
                .isEmpty();
    }
}
