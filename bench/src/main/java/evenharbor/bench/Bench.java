package evenharbor.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Runs all measurements and prints them as a table. Ends with 1 when a limit is missed. */
public final class Bench {

    private Bench() {}

    private interface Measurement {
        List<Row> run() throws Exception;
    }

    /** Arguments: the origin of a running application, its visitors' port, a folder to work in. */
    public static void main(String[] arguments) throws Exception {
        String origin = arguments[0];
        int visitors = Integer.parseInt(arguments[1]);
        Path folder = Path.of(arguments[2]);
        List<Measurement> all = List.of(
                RoutesBench::run,
                DifferenceBench::run,
                () -> VisitorsBench.run(folder.resolve("visitors")),
                () -> new IntakeBench(origin, visitors, folder.resolve("intake")).run(),
                () -> FirstLoadBench.run(origin));
        List<Row> rows = new ArrayList<>();
        for (Measurement measurement : all) {
            for (Row row : measurement.run()) {
                System.out.println(row);
                rows.add(row);
            }
        }
        System.out.println();
        rows.forEach(System.out::println);
        long missed = rows.stream().filter(row -> !row.kept()).count();
        System.out.println(missed == 0 ? "All limits are kept." : missed + " missed.");
        System.exit(missed == 0 ? 0 : 1);
    }
}
