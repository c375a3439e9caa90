package evenharbor.app.overview.backup;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.mariadb.jdbc.Configuration;

/** MariaDB's own programs, which write a database out as at one instant and read it in again. */
final class DatabasePrograms {

    /** Whoever was signed in signs in again: a session that was ended since must not come back. */
    private static final List<String> LEFT_OUT = List.of("SPRING_SESSION", "SPRING_SESSION_ATTRIBUTES");

    private final Configuration place;

    /** @param url how JDBC names the database */
    DatabasePrograms(String url, String user, String password) {
        try {
            place = Configuration.parse(url).toBuilder()
                    .user(user)
                    .password(password)
                    .build();
        } catch (SQLException e) {
            throw new BackupFailed("This does not name a MariaDB database: " + url, e);
        }
    }

    /** Writes all of it, packed, as at one instant. */
    void dump(Path file) throws IOException {
        List<String> options = new ArrayList<>(List.of(
                "--single-transaction",
                "--quick",
                "--hex-blob",
                "--no-tablespaces",
                "--default-character-set=utf8mb4"));
        LEFT_OUT.forEach(table -> options.add("--ignore-table-data=" + place.database() + "." + table));
        run("mariadb-dump", options, process -> {
            process.getOutputStream().close();
            try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(file));
                    InputStream in = process.getInputStream()) {
                in.transferTo(out);
            }
        });
        if (!isWhole(file)) {
            throw new IOException("mariadb-dump ended before it had written all");
        }
    }

    /** Whether a written database ends as one ends. */
    private static boolean isWhole(Path file) throws IOException {
        try (BufferedReader lines = new BufferedReader(
                new InputStreamReader(new GZIPInputStream(Files.newInputStream(file)), StandardCharsets.UTF_8))) {
            String last = "";
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                last = line;
            }
            return last.startsWith("-- Dump completed");
        }
    }

    /** Reads a written database in. */
    void load(Path file) throws IOException {
        run("mariadb", List.of("--default-character-set=utf8mb4"), process -> {
            try (InputStream in = new GZIPInputStream(Files.newInputStream(file));
                    OutputStream out = process.getOutputStream()) {
                in.transferTo(out);
            }
        });
    }

    private interface Talk {
        void with(Process process) throws IOException;
    }

    private void run(String program, List<String> options, Talk talk) throws IOException {
        Path account = account();
        Path errors = Files.createTempFile("harbor-database", ".txt");
        try {
            List<String> command = new ArrayList<>(List.of(program));
            command.add("--defaults-file=" + account);
            command.addAll(options);
            command.add(place.database());
            Process process = start(new ProcessBuilder(command).redirectError(errors.toFile()), program);
            IOException broken = null;
            try {
                talk.with(process);
            } catch (IOException e) {
                broken = e;
            }
            int status = process.waitFor();
            if (status != 0 || broken != null) {
                String words = Files.readString(errors).strip();
                throw new IOException(program + ": " + (words.isEmpty() ? "it ended with " + status : words), broken);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("It was interrupted", e);
        } finally {
            Files.deleteIfExists(account);
            Files.deleteIfExists(errors);
        }
    }

    private static Process start(ProcessBuilder builder, String program) {
        try {
            return builder.start();
        } catch (IOException e) {
            throw new UncheckedIOException(
                    "The program " + program + " is not here: it comes with Debian's package mariadb-client", e);
        }
    }

    /** Where and as whom, in a file that its owner alone can read: others see what a command was called with. */
    private Path account() throws IOException {
        Path file = Files.createTempFile(
                "harbor-database",
                ".cnf",
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        String password = place.password() == null ? "" : place.password();
        Files.writeString(
                file,
                "[client]\nhost=" + place.addresses().get(0).host
                        + "\nport=" + place.addresses().get(0).port
                        + "\nuser=" + place.user()
                        + "\npassword=\"" + password.replace("\\", "\\\\").replace("\"", "\\\"") + "\"\n");
        return file;
    }
}
