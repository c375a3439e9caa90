package evenharbor.core.who.access;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The one table of who may do what: method, path, whose it is, and the right that is needed there. The application refuses by
 * it, the interface offers by it, and the tests ask for every row as everyone. What is not in it, nobody may.
 */
public final class Endpoints {

    /** Beside this class, a row a line. */
    private static final String TABLE = "endpoints.txt";

    private static final List<Endpoint> ALL = rows();

    private static final Map<String, Endpoint> BY_NAME = ALL.stream()
            .collect(Collectors.toUnmodifiableMap(row -> row.method() + " " + row.path(), Function.identity()));

    private Endpoints() {}

    private static List<Endpoint> rows() {
        try (InputStream table = Endpoints.class.getResourceAsStream(TABLE)) {
            return new String(table.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .map(Endpoints::row)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Endpoint row(String line) {
        String[] cells = line.split("\\s+");
        return new Endpoint(
                cells[0],
                cells[1],
                Endpoint.Reach.valueOf(cells[2]),
                Arrays.stream(cells)
                        .skip(3)
                        .filter(cell -> !cell.equals("-"))
                        .findFirst()
                        .map(Right::valueOf));
    }

    /** All rows. */
    public static List<Endpoint> all() {
        return ALL;
    }

    /** The row of a method and a path, as the table has it; empty when nobody may. */
    public static Optional<Endpoint> of(String method, String path) {
        return Optional.ofNullable(BY_NAME.get(method + " " + path));
    }
}
