package evenharbor.bench.scale;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** One process of the application, as the harbor's script starts it. */
final class Node {

    private final Process process;
    private final int shift;
    private final long begun;
    private final HttpClient http = HttpClient.newHttpClient();

    private Node(Process process, int shift, long begun) {
        this.process = process;
        this.shift = shift;
        this.begun = begun;
    }

    /** @param shift by how much its ports differ from those of the harbor */
    static Node start(Path home, int shift) throws IOException {
        Path jar;
        try (Stream<Path> files = Files.list(home.resolve("app"))) {
            jar = files.filter(file -> file.getFileName().toString().endsWith("-run.jar"))
                    .min(Comparator.naturalOrder())
                    .orElseThrow();
        }
        List<String> command = new ArrayList<>(List.of(
                "java",
                "-XX:SharedArchiveFile=" + home.resolve("app/classes.jsa"),
                "-Xshare:auto",
                "-Xmx1500m",
                "-XX:+UseG1GC",
                "-jar",
                jar.toString(),
                "--spring.profiles.active=practice",
                "--harbor.home=" + home,
                "--server.port=" + (port("HARBOR_APP_PORT") + shift),
                "--management.server.port=" + (port("HARBOR_WATCH_PORT") + shift),
                "--harbor.visitors.port=" + (port("HARBOR_VISITOR_PORT") + shift),
                "--harbor.visitors.secure-port=" + (port("HARBOR_SECURE_PORT") + shift),
                "--harbor.sftp.port=" + (port("HARBOR_SFTP_PORT") + shift),
                "--harbor.app-origin=http://localhost:" + (port("HARBOR_APP_PORT") + shift),
                "--spring.datasource.url=jdbc:mariadb://127.0.0.1:" + port("HARBOR_DB_PORT") + "/harbor"));
        if (shift != 0) {
            command.add("--harbor.world.run=false");
        }
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(home.resolve("node" + shift + ".log").toFile());
        builder.environment()
                .put(
                        "HARBOR_DB_PASSWORD",
                        Files.readString(home.resolve("db-password")).strip());
        long begun = System.nanoTime();
        return new Node(builder.start(), shift, begun);
    }

    private static int port(String name) {
        return Integer.parseInt(System.getenv(name));
    }

    String origin() {
        return "http://localhost:" + (port("HARBOR_APP_PORT") + shift);
    }

    int visitors() {
        return port("HARBOR_VISITOR_PORT") + shift;
    }

    /** Seconds from the start of the process until a visitor gets a page. */
    double firstVisit(String host) throws Exception {
        while (true) {
            try {
                int status = http.send(
                                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + visitors() + "/"))
                                        .header("Host", host)
                                        .build(),
                                HttpResponse.BodyHandlers.discarding())
                        .statusCode();
                if (status == 200) {
                    double took = (System.nanoTime() - begun) / 1e9;
                    ready();
                    return took;
                }
            } catch (IOException e) {
                if (!process.isAlive()) {
                    throw new IllegalStateException("The application ended; see node" + shift + ".log", e);
                }
            }
            Thread.sleep(20);
        }
    }

    private void ready() throws Exception {
        while (true) {
            try {
                http.send(
                        HttpRequest.newBuilder(URI.create(origin() + "/api/health"))
                                .build(),
                        HttpResponse.BodyHandlers.discarding());
                return;
            } catch (IOException e) {
                Thread.sleep(100);
            }
        }
    }

    /** Bytes of the heap in use after all that is garbage was collected. */
    long heap() throws Exception {
        TimeUnit.SECONDS.sleep(5);
        said("jcmd", Long.toString(process.pid()), "GC.run");
        String[] line = said("jstat", "-gc", Long.toString(process.pid()))
                .lines()
                .toList()
                .get(1)
                .strip()
                .split("\\s+");
        // Survivors, eden and old: columns S0U, S1U, EU, OU, in KB.
        return (long) ((Double.parseDouble(line[2])
                        + Double.parseDouble(line[3])
                        + Double.parseDouble(line[5])
                        + Double.parseDouble(line[7]))
                * 1024);
    }

    double cpuSeconds() {
        return process.toHandle().info().totalCpuDuration().orElseThrow().toMillis() / 1e3;
    }

    private static String said(String... command) throws IOException {
        return new String(new ProcessBuilder(command)
                .redirectErrorStream(true)
                .start()
                .getInputStream()
                .readAllBytes());
    }

    void stop() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(60, TimeUnit.SECONDS)) {
            process.destroyForcibly();
        }
    }
}
