package evenharbor.bench.scale;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Copies one real site into very many, in the database: each with versions and names of its own, all with its pages. */
final class MadeSites {

    /** How many names each site has. */
    static final int NAMES = 10;

    /** How many versions each site has. */
    static final int VERSIONS = 20;

    private final Path home;
    private final String template;

    /** @param home the harbor's folder, in which its database runs @param template id of the site that is copied */
    MadeSites(Path home, String template) {
        this.home = home;
        this.template = template;
    }

    /** Makes the sites of these numbers. @param account whose they are */
    void make(int from, int to, String account) throws IOException {
        String id = "concat('s', lpad(s.seq, 11, '0'))";
        copy(
                "site",
                from,
                to,
                "",
                Map.of("id", id, "title", "concat('Site ', s.seq)", "account_id", "'" + account + "'"));
        copy("draft", from, to, "", Map.of("site_id", id));
        copy("redirect_set", from, to, "", Map.of("site_id", id));
        copy("live_state", from, to, "", Map.of("site_id", id, "changed_in", revision()));
        copy("live_span", from, to, "", Map.of("site_id", id));
        copy("life_record", from, to, "", Map.of("site_id", id));
        copy("version", from, to, "", Map.of("site_id", id));
        copy(
                "version",
                from,
                to,
                "join seq_2_to_" + VERSIONS + " n",
                Map.of("site_id", id, "number", "n.seq", "published_at", "null", "build", "null"));
        copy(
                "site_address",
                from,
                to,
                "join seq_0_to_" + (NAMES - 1) + " n",
                Map.of(
                        "id", "concat('a', lpad(s.seq * 10 + n.seq, 11, '0'))",
                        "host", "concat('n', n.seq, '-of-', s.seq, '.harbor.localhost')",
                        "site_id", id,
                        "account_id", "'" + account + "'",
                        "role", "if(n.seq = 0, 'MAIN', 'ALIAS')"));
        sql(
                "insert into address_check (address_id, next_look_at, state, since, changed_at, drifted, ladder, looks) select id,"
                        + " '2040-01-01', 'OK', claimed_at, claimed_at, false, '[]', '[]' from site_address a where not exists (select 1"
                        + " from address_check c where c.address_id = a.id)");
        sql("update harbor_revision set revision = revision + 1");
    }

    private static String revision() {
        return "(select revision + 1 from harbor_revision)";
    }

    /** @param more further joins @param other what stands in columns instead, by what {@code s.seq} counts */
    private void copy(String table, int from, int to, String more, Map<String, String> other) throws IOException {
        String key = table.equals("site") ? "id" : "site_id";
        Map<String, String> columns = new LinkedHashMap<>();
        for (String column :
                sql("select column_name from information_schema.columns where table_schema = 'harbor' and table_name"
                                + " = '" + table
                                + "' and extra not like '%auto_increment%' and extra not like '%GENERATED%'")
                        .lines()
                        .toList()) {
            columns.put(column, other.getOrDefault(column, "t." + column));
        }
        String first = table.equals("version") || table.equals("site_address") ? " limit 1" : "";
        sql("insert into " + table + " (" + String.join(", ", columns.keySet()) + ") select "
                + String.join(", ", columns.values()) + " from (select * from " + table + " where " + key + " = '"
                + template
                + "' order by 1" + first + ") t join seq_" + from + "_to_" + to + " s " + more);
    }

    /** What the database answers, a row a line. */
    String sql(String statement) throws IOException {
        List<String> command = List.of(
                "mariadb",
                "--no-defaults",
                "--socket=" + home.resolve("mariadb/m.sock"),
                "-uroot",
                "-N",
                "-B",
                "harbor",
                "-e",
                statement);
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes());
        try {
            if (process.waitFor() != 0) {
                throw new IOException(statement + ": " + said);
            }
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
        return said;
    }

    /** The first column of what is asked, in one row. */
    String one(String statement) throws IOException {
        return sql(statement).split("\\s+")[0];
    }
}
