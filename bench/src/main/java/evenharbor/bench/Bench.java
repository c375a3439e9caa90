package evenharbor.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Runs all measurements and prints them as a table. Ends with 1 when a limit is missed. */
public final class Bench {

    private Bench() {}

    private interface Measurement {
        List<Row> run() throws Exception;
    }

    /** Arguments: the origin of a running application, its visitors' port, a folder to work in; one measurement's name. */
    public static void main(String[] arguments) throws Exception {
        String origin = arguments[0];
        int visitors = Integer.parseInt(arguments[1]);
        Path folder = Path.of(arguments[2]);
        Map<String, Measurement> all = new LinkedHashMap<>();
        all.put("routes", RoutesBench::run);
        all.put("redirects", RedirectBench::run);
        all.put("difference", DifferenceBench::run);
        all.put("findings", FindingBench::run);
        all.put("additions", AdditionBench::run);
        all.put("visitors", () -> VisitorsBench.run(folder.resolve("visitors")));
        all.put("counting", () -> CountingBench.run(folder.resolve("counting")));
        all.put("passes", () -> PassBench.run(folder.resolve("passes")));
        all.put("tls", () -> TlsBench.run(folder.resolve("tls")));
        all.put("intake", () -> new IntakeBench(origin, visitors, folder.resolve("intake")).run());
        all.put("sftp", () -> SftpBench.run(new HarborClient(origin, visitors), folder.resolve("sftp")));
        all.put(
                "command",
                () -> CommandBench.run(new HarborClient(origin, visitors), origin, folder.resolve("command")));
        all.put(
                "first-publish",
                () -> FirstPublishBench.run(new HarborClient(origin, visitors), folder.resolve("first")));
        all.put("addresses", () -> AddressBench.run(folder.resolve("addresses")));
        all.put("hosts", () -> new HostBench(folder.resolve("hosts")).run());
        all.put("when", WhenBench::run);
        all.put("search", () -> PageSearchBench.run(folder.resolve("search")));
        all.put("sweep", () -> List.of(SweepBench.run(folder.resolve("sweep"))));
        all.put("looks", () -> CheckBench.run(origin, visitors));
        all.put("interactions", () -> InteractionBench.run(origin, visitors, folder.resolve("interactions")));
        all.put("first-load", () -> FirstLoadBench.run(origin));
        if (arguments.length > 3) {
            all.keySet().retainAll(List.of(arguments[3]));
        }
        List<Row> rows = new ArrayList<>();
        for (Measurement measurement : all.values()) {
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
