package evenharbor.practice.authority;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Type;

/** The authority looks for itself, and says what it saw. */
class ValidationTest {

    private static final String HOST = "papermoon.art.localhost";

    private final Map<String, List<Record>> records = new HashMap<>();
    private final Map<String, String> files = new HashMap<>();
    private HttpServer site;
    private Validation validation;

    @BeforeEach
    void begin() throws IOException {
        site = HttpServer.create(new InetSocketAddress(InetAddress.getByName("127.0.0.1"), 0), 0);
        site.createContext("/", exchange -> {
            String file = files.get(exchange.getRequestHeaders().getFirst("Host")
                    + exchange.getRequestURI().getPath());
            byte[] bytes = (file == null ? "nothing" : file).getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(file == null ? 404 : 200, bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
        site.start();
        validation = new Validation(
                (name, type) -> records.getOrDefault(name + " " + type, List.of()),
                site.getAddress().getPort());
    }

    @AfterEach
    void end() {
        site.stop(0);
    }

    private void record(String name, int type, String data) {
        try {
            Name at = Name.fromString(name + ".");
            records.computeIfAbsent(at + " " + type, k -> new ArrayList<>())
                    .add(Record.fromString(at, type, DClass.IN, 60, data, Name.root));
        } catch (IOException e) {
            throw new IllegalArgumentException(e);
        }
    }

    private interface Look {
        void at() throws Validation.Failure;
    }

    private static String outcome(Look look) {
        Validation.Failure failure = catchThrowableOfType(Validation.Failure.class, look::at);
        return failure == null ? "good" : failure.type();
    }

    @ParameterizedTest(name = "{0} with {1} is {2}")
    @CsvSource({
        "127.0.0.1, token.print, good",
        "127.0.0.1, another.print, unauthorized",
        "127.0.0.1, , unauthorized",
        ", token.print, dns",
    })
    void aFileIsLookedForAtTheNumberThatTheNameHas(String number, String file, String outcome) {
        if (number != null) {
            record(HOST, Type.A, number);
        }
        if (file != null) {
            files.put(HOST + "/.well-known/acme-challenge/token", file + "\n");
        }
        assertThat(outcome(() -> validation.http(HOST, "token", "token.print"))).isEqualTo(outcome);
    }

    @Test
    void whereNobodyAnswersItSaysThatItCouldNotConnect() {
        record(HOST, Type.A, "127.0.0.1");
        site.stop(0);
        assertThat(outcome(() -> validation.http(HOST, "token", "token.print"))).isEqualTo("connection");
    }

    @Test
    void aRecordIsLookedForBelowItsLabelAndOneOfSeveralWillDo() {
        assertThat(outcome(() -> validation.dns(HOST, "digest"))).isEqualTo("unauthorized");
        record("_acme-challenge." + HOST, Type.TXT, "\"another\"");
        assertThat(outcome(() -> validation.dns(HOST, "digest"))).isEqualTo("unauthorized");
        record("_acme-challenge." + HOST, Type.TXT, "\"digest\"");
        assertThat(outcome(() -> validation.dns(HOST, "digest"))).isEqualTo("good");
    }

    @ParameterizedTest(name = "{1} at {0}: wildcard {2} is {3}")
    @CsvSource({
        "papermoon.art.localhost, 0 issue \"authority.localhost\", false, good",
        "papermoon.art.localhost, 0 issue \"other.example\", false, caa",
        "art.localhost, 0 issue \"other.example\", false, caa",
        "localhost, 0 issue \";\", true, caa",
        "papermoon.art.localhost, 0 issuewild \";\", true, caa",
        "papermoon.art.localhost, 0 issuewild \";\", false, good",
        "other.localhost, 0 issue \";\", false, good",
    })
    void theClosestCaaRecordsCount(String at, String data, boolean wildcard, String outcome) {
        record(at, Type.CAA, data);
        assertThat(outcome(() -> validation.permits(HOST, wildcard, Acme.NAME))).isEqualTo(outcome);
    }
}
