package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.AddressAssessment.Nature;
import evenharbor.core.where.address.AddressAssessment.Standing;
import evenharbor.core.where.address.AddressFacts.Claim;
import evenharbor.core.where.address.AddressFacts.DomainFact;
import evenharbor.core.where.address.AddressFacts.DomainStanding;
import evenharbor.core.where.address.AddressFacts.Holder;
import evenharbor.core.where.domain.Price;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every collision, and what each sort of address would mean. */
class AddressAssessmentTest {

    private static final Instant NOW = Instant.parse("2026-11-25T12:00:00Z");

    private final Map<String, Claim> claims = new HashMap<>();
    private final Map<String, DomainFact> domains = new HashMap<>();
    private int hidden;
    private boolean mainThere = true;

    private final AddressFacts facts = new AddressFacts() {
        @Override
        public Optional<Claim> claim(HostName host, String path) {
            return Optional.ofNullable(claims.get(host + path));
        }

        @Override
        public DomainFact domain(HostName domain) {
            return domains.getOrDefault(domain.ascii(), new DomainFact(DomainStanding.NOT_SOLD_HERE, Optional.empty()));
        }

        @Override
        public boolean mainThere() {
            return mainThere;
        }

        @Override
        public int hiddenPages(HostName host, String path) {
            return hidden;
        }
    };

    private AddressAssessment sense(String typed) {
        return AddressAssessment.of(AddressReaderTest.READER.read(typed), facts, NOW);
    }

    private void claimed(String at, Holder holder, Duration heldFor) {
        claims.put(
                at, new Claim(holder, "Papermoon", Optional.ofNullable(heldFor).map(NOW::plus)));
    }

    private void domain(String name, DomainStanding standing) {
        domains.put(
                name,
                new DomainFact(
                        standing,
                        standing == DomainStanding.FOR_SALE || standing == DomainStanding.PREMIUM
                                ? Optional.of(new Price(1200, 2400, "EUR"))
                                : Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "- | - | FREE",
                "THIS_SITE | - | HERE",
                "OWN_SITE | - | OWN",
                "OTHERS | - | TAKEN",
                "THIS_SITE | 1 | FREE",
                "OWN_SITE | 1 | FREE",
                "OTHERS | 1 | HELD",
                "OTHERS | 30 | HELD",
                "OTHERS | 0 | FREE",
                "OTHERS | -1 | FREE",
            })
    void aHarborNameCollidesWithWhoeverHasIt(Holder holder, Integer heldDays, Standing wanted) {
        if (holder != null) {
            claimed("papermoon.harbor.localhost/", holder, heldDays == null ? null : Duration.ofDays(heldDays));
        }
        AddressAssessment sense = sense("papermoon");
        assertThat(sense.standing()).isEqualTo(wanted);
        assertThat(sense.nature()).isEqualTo(Nature.HARBOR);
        assertThat(sense.roles().isEmpty()).isEqualTo(wanted != Standing.FREE);
        assertThat(sense.explanation()).endsWith(".");
    }

    @ParameterizedTest
    @CsvSource({"www", "admin", "mail", "localhost", "ns1"})
    void namesOfTheHarborItselfAreReserved(String name) {
        assertThat(sense(name).standing()).isEqualTo(Standing.RESERVED);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "MINE | UNDER_DOMAIN | FREE | costs nothing more",
                "MINE_UNPROVEN | UNDER_DOMAIN | FREE | once papermoon.art.localhost is proven",
                "OTHERS | UNDER_DOMAIN | DOMAIN_OTHERS | someone else's",
                "FOR_SALE | TO_BUY | DOMAIN_FIRST | 12.00 EUR for the first year, then 24.00 EUR a year",
                "PREMIUM | TO_BUY | DOMAIN_FIRST | premium",
                "REGISTERED | TO_BRING | DOMAIN_FIRST | bring it",
                "NOT_SOLD_HERE | TO_BRING | DOMAIN_FIRST | not sold here",
                "UNKNOWN | TO_BRING | UNKNOWN | does not answer",
            })
    void aDomainDecidesWhatANameUnderItMeans(DomainStanding standing, Nature nature, Standing wanted, String words) {
        domain("papermoon.art.localhost", standing);
        AddressAssessment sense = sense("papermoon.art.localhost");
        assertThat(sense.nature()).isEqualTo(nature);
        assertThat(sense.standing()).isEqualTo(wanted);
        assertThat(sense.explanation()).contains(words);
        assertThat(sense.price().isPresent()).isEqualTo(nature == Nature.TO_BUY);
    }

    @Test
    void aNameUnderADomainCollidesToo() {
        domain("papermoon.art.localhost", DomainStanding.MINE);
        claimed("shop.papermoon.art.localhost/", Holder.OWN_SITE, null);
        assertThat(sense("shop.papermoon.art.localhost").explanation()).contains("belongs to your site Papermoon");
        claimed("shop.papermoon.art.localhost/", Holder.THIS_SITE, null);
        assertThat(sense("shop.papermoon.art.localhost").standing()).isEqualTo(Standing.HERE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "papermoon.art.localhost | www.papermoon.art.localhost",
                "www.papermoon.art.localhost | papermoon.art.localhost",
                "shop.papermoon.art.localhost | -",
                "papermoon | -",
            })
    void wwwAndTheBareNameAreOfferedAsAPair(String typed, String pair) {
        domain("papermoon.art.localhost", DomainStanding.MINE);
        assertThat(sense(typed).pair().map(HostName::ascii).orElse(null)).isEqualTo(pair);
    }

    @Test
    void aPairThatSomeSiteHasIsNotOffered() {
        domain("papermoon.art.localhost", DomainStanding.MINE);
        claimed("www.papermoon.art.localhost/", Holder.OWN_SITE, null);
        assertThat(sense("papermoon.art.localhost").pair()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "THIS_SITE | - | FREE",
                "OWN_SITE | - | FREE",
                "OTHERS | - | TAKEN",
                "- | - | NAME_FIRST",
                "OWN_SITE | 5 | NAME_FIRST",
            })
    void aPathNeedsTheNameItLiesUnder(Holder holder, Integer heldDays, Standing wanted) {
        if (holder != null) {
            claimed("papermoon.harbor.localhost/", holder, heldDays == null ? null : Duration.ofDays(heldDays));
        }
        AddressAssessment sense = sense("papermoon/spring");
        assertThat(sense.nature()).isEqualTo(Nature.PATH);
        assertThat(sense.standing()).isEqualTo(wanted);
    }

    @Test
    void aPathThatIsTakenOrHidesPagesIsSaidSo() {
        claimed("papermoon.harbor.localhost/", Holder.OWN_SITE, null);
        hidden = 3;
        assertThat(sense("papermoon/spring").explanation()).contains("hides 3 pages");
        assertThat(sense("papermoon/spring").roles()).doesNotContain(Role.FORWARDING);
        claimed("papermoon.harbor.localhost/spring/", Holder.OWN_SITE, null);
        assertThat(sense("papermoon/spring").standing()).isEqualTo(Standing.OWN);
    }

    @Test
    void aPathUnderAFreeNameOfOnesOwnDomainIsFree() {
        domain("papermoon.art.localhost", DomainStanding.MINE);
        assertThat(sense("papermoon.art.localhost/spring").standing()).isEqualTo(Standing.FREE);
    }

    /** Without a main address there is nothing to follow; whatever the address is, the other roles are there. */
    @ParameterizedTest
    @CsvSource({"papermoon", "papermoon.art.localhost", "papermoon.shop.localhost", "papermoon.example", "moon/spring"})
    void onlyRolesThatCanBeHadAreOffered(String typed) {
        domain("papermoon.art.localhost", DomainStanding.MINE);
        domain("papermoon.shop.localhost", DomainStanding.FOR_SALE);
        claimed("moon.harbor.localhost/", Holder.OWN_SITE, null);
        assertThat(sense(typed).roles()).contains(Role.MAIN, Role.ALIAS, Role.TRIAL, Role.POINTER);
        mainThere = false;
        assertThat(sense(typed).roles()).containsExactlyInAnyOrder(Role.MAIN, Role.TRIAL, Role.POINTER);
    }

    @Test
    void aNameIsSaidAsPeopleWriteIt() {
        claimed("xn--caf-dma.art.localhost/spring/", Holder.OWN_SITE, null);
        assertThat(sense("café.art.localhost/spring").explanation())
                .isEqualTo("café.art.localhost/spring belongs to your site Papermoon.");
    }

    @Test
    void whatCannotBeReadHasNoRoles() {
        AddressAssessment sense = sense("a_b");
        assertThat(sense.standing()).isEqualTo(Standing.MALFORMED);
        assertThat(sense.roles()).isEmpty();
    }
}
