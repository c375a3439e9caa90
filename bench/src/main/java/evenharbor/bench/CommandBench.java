package evenharbor.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** The command: ten changed of 10,000 files, against a program of the same kind that only hashes the folder. */
final class CommandBench {

    private static final int CHANGED = 10;
    private static final int ROUNDS = 5;

    private CommandBench() {}

    static List<Row> run(HarborClient harbor, String origin, Path folder) throws Exception {
        Path pages = SftpBench.pages(Files.createDirectories(folder).resolve("pages"));
        Path command = folder.resolve("even-harbor");
        harbor.get("/api/command", command);
        Files.setPosixFilePermissions(command, PosixFilePermissions.fromString("rwx------"));
        String site = harbor.site("By the command");
        Map<String, String> environment = Map.of(
                "HARBOR_URL", origin,
                "HARBOR_TOKEN", harbor.token(site),
                "XDG_CACHE_HOME", folder.resolve("caches").toString());
        double first = seconds(environment, command(command, "publish", pages.toString(), "--draft"));
        // As someone who has used it before: what was written just now is settled, and the classes are at hand.
        seconds(environment, command(command, "status"));
        Thread.sleep(2_500);
        double[] ratios = new double[ROUNDS];
        double[] starts = new double[ROUNDS];
        for (int round = -1; round < ROUNDS; round++) {
            for (int i = 0; i < CHANGED; i++) {
                Path page = pages.resolve(String.format("f%03d/page-%05d.html", i, i));
                Files.writeString(
                        page, "<p>round " + round + Files.readString(page).substring(9));
            }
            double hashing = seconds(
                    Map.of(),
                    List.of(
                            java(),
                            "-cp",
                            System.getProperty("java.class.path"),
                            HashFolder.class.getName(),
                            pages.toString()));
            double sending = seconds(environment, command(command, "publish", pages.toString(), "--draft"));
            double start = seconds(environment, command(command, "--version"));
            if (round >= 0) {
                ratios[round] = sending / hashing;
                starts[round] = start;
            }
        }
        Arrays.sort(ratios);
        Arrays.sort(starts);
        return List.of(
                Row.atMost(
                        "ten changed of 10,000 files by the command, of hashing the folder",
                        ratios[ROUNDS / 2],
                        1.3,
                        "x",
                        String.format("the first 10,000 in %.1f s", first)),
                Row.atMost("the command starts", starts[ROUNDS / 2], 1, "s", "median of " + ROUNDS));
    }

    private static String java() {
        return Path.of(System.getProperty("java.home"), "bin", "java").toString();
    }

    private static List<String> command(Path command, String... arguments) {
        List<String> all = new ArrayList<>(List.of(command.toString()));
        all.addAll(List.of(arguments));
        return all;
    }

    private static double seconds(Map<String, String> environment, List<String> command) throws Exception {
        long start = System.nanoTime();
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().putAll(environment);
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IOException(command + " ended with an error: " + said);
        }
        return (System.nanoTime() - start) / 1e9;
    }
}
