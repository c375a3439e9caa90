package evenharbor.app.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.common.secret.Secrets;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.HostStep;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A host's test, step by step, at the practice hosting companies. */
class HostTestTest {

    @TempDir
    Path folder;

    private HostingCompanies companies;
    private HostProperties properties;
    private HostNumbers numbers;
    private HostReach reach;
    private final HostRepository repository = mock(HostRepository.class);
    private final Secrets secrets = mock(Secrets.class);

    @BeforeEach
    void open() throws IOException {
        Path opened = Files.createDirectories(folder.resolve("opened"));
        companies = new HostingCompanies(
                new HostingCompanies.Setup(folder.resolve("hosting"), 0, 0, 0, 0, opened), Clock.systemUTC());
        properties = new HostProperties(
                Map.of("Shared", opened),
                Map.of("ftp.quayside.localhost", "127.0.71.1", "sftp.lockside.localhost", "127.0.71.2"),
                Duration.ofMillis(50),
                1);
        numbers = new HostNumbers(properties, harbor(true));
        HostEntity entity = new HostEntity();
        entity.secret = new byte[] {1};
        when(repository.findById(any())).thenReturn(Optional.of(entity));
        reach = new HostReach(repository, numbers, properties, secrets);
    }

    @AfterEach
    void close() throws IOException {
        reach.close();
        companies.close();
    }

    static HarborProperties harbor(boolean practice) {
        return new HarborProperties(
                Path.of("."),
                "harbor.localhost",
                "preview.localhost",
                new HarborProperties.Visitors("127.0.0.1", 0, 0, 0),
                "http://localhost",
                practice,
                false,
                List.of(),
                "");
    }

    private HostingCompanies.Company company(Protocol protocol) {
        return companies.all().get(protocol == Protocol.SFTP ? 1 : 0);
    }

    private Host host(Protocol protocol, String folder, String url, String identity) {
        HostingCompanies.Company company = company(protocol);
        when(secrets.opened(any())).thenReturn(company.account().password());
        return new Host(
                "id",
                "account",
                company.name(),
                protocol,
                company.server(),
                company.port(),
                company.account().user(),
                folder,
                url,
                identity,
                2,
                0);
    }

    private String site(Protocol protocol) {
        return "http://" + company(protocol).site() + ":" + companies.webPort() + "/";
    }

    private List<TestStep> test(Host host, boolean make) {
        List<List<TestStep>> heard = new ArrayList<>();
        List<TestStep> steps = new HostTest(
                        host,
                        make,
                        reach,
                        numbers,
                        new HostOffers(),
                        new HostVisitor(numbers, new OutboundClient()),
                        heard::add)
                .run();
        assertThat(heard.get(heard.size() - 1))
                .as("the last that is heard is the end")
                .isEqualTo(steps);
        assertThat(steps).extracting(TestStep::step).isSorted().doesNotHaveDuplicates();
        return steps;
    }

    /** The same, with whatever certificate or key is shown accepted first. */
    private List<TestStep> accepted(Protocol protocol, String folder, String url) {
        String identity = last(test(host(protocol, folder, url, ""), false)).identity();
        return test(host(protocol, folder, url, identity), false);
    }

    private static TestStep last(List<TestStep> steps) {
        return steps.get(steps.size() - 1);
    }

    private static TestStep at(List<TestStep> steps, HostStep step) {
        return steps.stream().filter(s -> s.step() == step).findFirst().orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({"SFTP, htdocs", "FTPS, /public_html", "FTP, /public_html"})
    void aGoodHostHoldsAtEveryStepAndIsLeftAsItWas(Protocol protocol, String at) throws IOException {
        List<TestStep> steps = accepted(protocol, at, site(protocol));
        assertThat(HostTests.good(steps)).as("%s", steps).isTrue();
        assertThat(steps).extracting(TestStep::step).contains(HostStep.URL, HostStep.LISTING, HostStep.RENAME);
        assertThat(steps.stream().anyMatch(s -> s.step() == HostStep.IDENTITY)).isEqualTo(protocol != Protocol.FTP);
        assertThat(at(steps, HostStep.OFFERS).state())
                .isEqualTo(protocol == Protocol.FTP ? HostStep.State.ADVICE : HostStep.State.HOLDS);
        try (var left = Files.list(company(protocol).shown())) {
            assertThat(left).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "SFTP, REFUSES_SIGN_IN, SIGN_IN, SIGN_IN_REFUSED",
        "FTPS, REFUSES_SIGN_IN, SIGN_IN, SIGN_IN_REFUSED",
        "SFTP, OTHER_IDENTITY, IDENTITY, IDENTITY_CHANGED",
        "FTPS, OTHER_IDENTITY, IDENTITY, IDENTITY_CHANGED",
        "FTPS, PASSIVE_BLOCKED, LISTING, PASSIVE_BLOCKED",
        "SFTP, FULL, WRITE, DISK_FULL",
        "FTPS, FULL, WRITE, DISK_FULL"
    })
    void theStepThatFailsIsNamedWithItsMend(Protocol protocol, HostingFault wrong, HostStep step, HostFault fault)
            throws IOException {
        String at = protocol == Protocol.SFTP ? "htdocs" : "/public_html";
        String identity = last(test(host(protocol, at, "", ""), false)).identity();
        company(protocol).account().manner().setFault(wrong);
        List<TestStep> steps = test(host(protocol, at, "", identity), false);
        TestStep failed = last(steps);
        assertThat(failed.state()).isEqualTo(HostStep.State.FAILS);
        assertThat(failed.step()).isEqualTo(step);
        assertThat(failed.fault()).isEqualTo(fault);
        assertThat(failed.mend()).isNotEmpty();
        assertThat(steps.subList(0, steps.size() - 1))
                .extracting(TestStep::state)
                .doesNotContain(HostStep.State.FAILS);
        assertThat(HostTests.good(steps)).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"SFTP, KEY_UNSEEN", "FTPS, CERTIFICATE_UNPROVEN"})
    void whatIsShownTheFirstTimeIsShownToTheOwner(Protocol protocol, HostFault fault) {
        TestStep shown = last(test(host(protocol, "", "", ""), false));
        assertThat(shown.fault()).isEqualTo(fault);
        assertThat(shown.identity()).contains("SHA");
        assertThat(shown.said()).isEmpty();
    }

    @Test
    void renamesThatDoNotReplaceAreOnlyAdvice() {
        company(Protocol.FTP).account().manner().setFault(HostingFault.REFUSES_RENAMES);
        List<TestStep> steps = test(host(Protocol.FTP, "/public_html", "", ""), false);
        assertThat(at(steps, HostStep.RENAME).state()).isEqualTo(HostStep.State.ADVICE);
        assertThat(HostTests.good(steps)).isTrue();
    }

    @Test
    void aMissingFolderIsAnsweredByALikelierOneOrMade() {
        List<TestStep> steps = test(host(Protocol.FTP, "/www", "", ""), false);
        assertThat(last(steps).fault()).isEqualTo(HostFault.FOLDER_MISSING);
        assertThat(last(steps).folder()).isEqualTo("public_html");
        List<TestStep> made = test(host(Protocol.FTP, "/www/pages", "", ""), true);
        assertThat(at(made, HostStep.FOLDER).sentence()).startsWith("Made ");
        assertThat(HostTests.good(made)).isTrue();
    }

    @Test
    void pagesThatWouldAppearUnderAnotherPathAreSaid() {
        TestStep shown =
                at(test(host(Protocol.FTP, "/public_html/shop/new", site(Protocol.FTP), ""), true), HostStep.URL);
        assertThat(shown.step()).isEqualTo(HostStep.URL);
        assertThat(shown.sentence()).startsWith("Your pages would appear under /shop/new/, not at ");
        assertThat(shown.folder()).isEqualTo("/public_html");
    }

    @Test
    void aFolderAboveTheOneThatTheUrlShowsIsAnsweredByThatOne() {
        TestStep shown = at(test(host(Protocol.FTP, "/", site(Protocol.FTP), ""), false), HostStep.URL);
        assertThat(shown.sentence()).contains("shows the folder “/public_html”");
        assertThat(shown.folder()).isEqualTo("/public_html");
    }

    @ParameterizedTest
    @CsvSource({
        "http://nobody.quayside.localhost:PORT/, answers 404",
        "http://tickover.quayside.localhost:1/, does not answer"
    })
    void aUrlThatShowsSomethingElseIsSaid(String url, String sentence) {
        String at = url.replace("PORT", String.valueOf(companies.webPort()));
        TestStep shown = at(test(host(Protocol.FTP, "/public_html", at, ""), false), HostStep.URL);
        assertThat(shown.step()).isEqualTo(HostStep.URL);
        assertThat(shown.sentence()).contains(sentence);
        assertThat(shown.mend()).contains("Without a URL you can publish all the same.");
    }

    @Test
    void aFolderOfThisMachineHasFewerSteps() {
        Host host = new Host("id", "account", "Shared", Protocol.FOLDER, "Shared", 0, "", "site", "", "", 1, 0);
        List<TestStep> steps = test(host, true);
        assertThat(steps)
                .extracting(TestStep::step)
                .containsExactly(HostStep.FOLDER, HostStep.LISTING, HostStep.WRITE, HostStep.RENAME, HostStep.DELETE);
        Host closed = new Host("id", "account", "Gone", Protocol.FOLDER, "Gone", 0, "", "", "", "", 1, 0);
        assertThat(last(test(closed, false)).fault()).isEqualTo(HostFault.FOLDER_MISSING);
    }

    @Test
    void aServerThatIsNotThereFailsAtItsName() {
        Host host = new Host("id", "account", "x", Protocol.SFTP, "169.254.169.254", 22, "u", "", "", "", 1, 0);
        assertThat(last(test(host, false)).step()).isEqualTo(HostStep.NAME);
    }
}
