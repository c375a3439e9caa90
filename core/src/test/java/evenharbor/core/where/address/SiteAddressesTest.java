package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.SiteAddresses.Circumstances;
import evenharbor.core.where.address.SiteAddresses.Done;
import evenharbor.core.where.address.SiteAddresses.Outcome;
import evenharbor.core.where.address.SiteAddresses.Reason;
import evenharbor.core.where.address.SiteAddresses.Refused;
import evenharbor.core.where.address.SiteAddresses.Wish;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every change of role, and what becomes of the others. */
class SiteAddressesTest {

    private static final Circumstances LIVE = new Circumstances(true, n -> n >= 1 && n <= 3, url -> Optional.empty());
    private static final Circumstances NOT_LIVE =
            new Circumstances(false, n -> n >= 1 && n <= 3, url -> Optional.empty());

    private static SiteAddress address(String id, Role role) {
        HostName host = new HostName(id + ".art.localhost");
        SiteAddress plain = SiteAddress.of(id, host, "/", role);
        return switch (role) {
            case TRIAL -> plain.trialOf(OptionalInt.empty());
            case POINTER -> plain.pointingTo("https://elsewhere.example/");
            default -> plain;
        };
    }

    private static Wish wish(Role role) {
        return new Wish(role, OptionalInt.empty(), role == Role.POINTER ? "https://elsewhere.example/" : "");
    }

    private static SiteAddresses site(Role second) {
        return SiteAddresses.of(List.of(address("main", Role.MAIN), address("other", second)));
    }

    private static String roles(Outcome outcome) {
        if (outcome instanceof Refused refused) {
            return refused.reason().name();
        }
        return String.join(
                " ",
                ((Done) outcome)
                        .addresses().list().stream().map(a -> a.role().name()).toList());
    }

    /** The second address is changed from each role to each; the first is the main one. */
    @ParameterizedTest
    @CsvSource({
        "ALIAS, MAIN, ALIAS MAIN",
        "ALIAS, ALIAS, MAIN ALIAS",
        "ALIAS, FORWARDING, MAIN FORWARDING",
        "ALIAS, TRIAL, MAIN TRIAL",
        "ALIAS, POINTER, MAIN POINTER",
        "FORWARDING, MAIN, ALIAS MAIN",
        "FORWARDING, ALIAS, MAIN ALIAS",
        "FORWARDING, FORWARDING, MAIN FORWARDING",
        "FORWARDING, TRIAL, MAIN TRIAL",
        "FORWARDING, POINTER, MAIN POINTER",
        "TRIAL, MAIN, ALIAS MAIN",
        "TRIAL, ALIAS, MAIN ALIAS",
        "TRIAL, FORWARDING, MAIN FORWARDING",
        "TRIAL, TRIAL, MAIN TRIAL",
        "TRIAL, POINTER, MAIN POINTER",
        "POINTER, MAIN, ALIAS MAIN",
        "POINTER, ALIAS, MAIN ALIAS",
        "POINTER, FORWARDING, MAIN FORWARDING",
        "POINTER, TRIAL, MAIN TRIAL",
        "POINTER, POINTER, MAIN POINTER",
    })
    void anyAddressTakesAnyRoleAndTheOthersStayTrue(Role from, Role to, String wanted) {
        assertThat(roles(site(from).changed("other", wish(to), LIVE))).isEqualTo(wanted);
    }

    /** The main one itself is changed. */
    @ParameterizedTest
    @CsvSource({
        "MAIN, true, MAIN ALIAS",
        "ALIAS, true, MAIN_NEEDED",
        "FORWARDING, true, MAIN_NEEDED",
        "TRIAL, true, MAIN_NEEDED",
        "POINTER, true, MAIN_NEEDED",
        "ALIAS, false, MAIN_NEEDED",
        "FORWARDING, false, MAIN_NEEDED",
        "TRIAL, false, TRIAL MAIN",
        "POINTER, false, POINTER MAIN",
    })
    void theMainAddressOfALiveSiteStaysUntilAnotherIsTheMainOne(Role to, boolean live, String wanted) {
        assertThat(roles(site(Role.ALIAS).changed("main", wish(to), live ? LIVE : NOT_LIVE)))
                .isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({"MAIN, MAIN", "ALIAS, MAIN", "FORWARDING, NO_MAIN_TO_FOLLOW", "TRIAL, TRIAL", "POINTER, POINTER"})
    void theFirstAddressThatServesIsTheMainOne(Role wished, String wanted) {
        assertThat(roles(SiteAddresses.of(List.of()).with(address("a", Role.POINTER), wish(wished), NOT_LIVE)))
                .isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({
        "MAIN, ALIAS MAIN",
        "ALIAS, MAIN ALIAS",
        "FORWARDING, MAIN FORWARDING",
        "TRIAL, MAIN TRIAL",
        "POINTER, MAIN POINTER"
    })
    void aSecondAddressTakesTheRoleItIsGiven(Role wished, String wanted) {
        SiteAddresses one = SiteAddresses.of(List.of(address("main", Role.MAIN)));
        assertThat(roles(one.with(address("b", Role.POINTER), wish(wished), LIVE)))
                .isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "ALIAS FORWARDING | MAIN FORWARDING",
                "FORWARDING ALIAS | FORWARDING MAIN",
                "FORWARDING | MAIN",
                "TRIAL POINTER | TRIAL POINTER",
                "TRIAL FORWARDING | TRIAL MAIN",
                "- | ''",
            })
    void whenTheMainOneGoesAnAliasTakesItsPlaceThenAForwardingOne(String others, String wanted) {
        List<SiteAddress> list = new ArrayList<>(List.of(address("main", Role.MAIN)));
        for (String role : others == null ? new String[0] : others.split(" ")) {
            list.add(address("a" + list.size(), Role.valueOf(role)));
        }
        SiteAddresses rest = SiteAddresses.of(list).without("main");
        assertThat(String.join(
                        " ", rest.list().stream().map(a -> a.role().name()).toList()))
                .isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({"1, true", "3, true", "0, false", "4, false"})
    void aTrialServesAVersionThatThereIs(int version, boolean good) {
        Outcome outcome = site(Role.ALIAS).changed("other", new Wish(Role.TRIAL, OptionalInt.of(version), ""), LIVE);
        assertThat(roles(outcome)).isEqualTo(good ? "MAIN TRIAL" : Reason.NO_SUCH_VERSION.name());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "https://example.org/shop | https://example.org/shop",
                "example.org | https://example.org/",
                "HTTP://Example.ORG:8080/A?b=c#d | http://example.org:8080/A?b=c#d",
                "example.org:8080/x | https://example.org:8080/x",
                "'' | BAD_TARGET",
                "ftp://example.org/ | BAD_TARGET",
                "javascript:alert(1) | BAD_TARGET",
                "mailto:a@example.org | BAD_TARGET",
                "https:///x | BAD_TARGET",
                "https://user:pw@example.org/ | BAD_TARGET",
                "https://exa mple.org/ | BAD_TARGET",
                "https://other.art.localhost/ | LEADS_TO_ITSELF",
                "http://OTHER.art.localhost/deeper | LEADS_TO_ITSELF",
                "https://main.art.localhost/ | https://main.art.localhost/",
                "https://café.example/über uns | https://xn--caf-dma.example/%C3%BCber%20uns",
                "Café.example:8080 | https://xn--caf-dma.example:8080/",
                "https://[2001:db8::7]:8443/x | https://[2001:db8::7]:8443/x",
                "https://a b@example.org/ | BAD_TARGET",
                "https://exa_mple.org/ | BAD_TARGET",
                "https://ring-a.example/ | LEADS_TO_ITSELF",
            })
    void aPointerLeadsToAUrlAndNeverBackToItself(String typed, String wanted) {
        Circumstances ring = new Circumstances(
                true,
                n -> n == 1,
                url -> url.contains("ring-a")
                        ? Optional.of("https://ring-b.example/")
                        : url.contains("ring-b") ? Optional.of("https://other.art.localhost/") : Optional.empty());
        Outcome outcome = site(Role.ALIAS).changed("other", new Wish(Role.POINTER, OptionalInt.empty(), typed), ring);
        if (outcome instanceof Refused refused) {
            assertThat(refused.reason().name()).isEqualTo(wanted);
            assertThat(refused.sentence()).endsWith(".");
        } else {
            assertThat(((Done) outcome).addresses().find("other").orElseThrow().pointsTo())
                    .contains(wanted);
        }
    }

    @Test
    void whatIsNoLongerThereCannotBeChanged() {
        assertThat(roles(site(Role.ALIAS).changed("gone", wish(Role.MAIN), LIVE)))
                .isEqualTo(Reason.NOT_THERE.name());
    }

    /** The second address, beside the main one or as the main one itself, gets another name. */
    @ParameterizedTest
    @CsvSource({
        "main, ALIAS, FORWARDING ALIAS MAIN",
        "other, ALIAS, MAIN FORWARDING ALIAS",
        "other, FORWARDING, MAIN POINTER FORWARDING",
        "other, TRIAL, MAIN POINTER TRIAL",
        "other, POINTER, MAIN POINTER POINTER",
        "gone, ALIAS, NOT_THERE",
    })
    void aNewNameTakesOverAndTheOldOneLeadsToIt(String id, Role second, String wanted) {
        Outcome outcome = site(second).renamed(id, address("fresh", Role.POINTER), "http://fresh.art.localhost/", LIVE);
        assertThat(roles(outcome)).isEqualTo(wanted);
        if (outcome instanceof Done done) {
            SiteAddress old = done.addresses().find(id).orElseThrow();
            assertThat(old.pointsTo().isPresent()).isEqualTo(old.role() == Role.POINTER);
            old.pointsTo().ifPresent(url -> assertThat(url).isEqualTo("http://fresh.art.localhost/"));
        }
    }

    @Test
    void aTrialKeepsItsVersionAndAPointerItsTargetUnderANewName() {
        SiteAddress trial = address("other", Role.TRIAL).trialOf(OptionalInt.of(2));
        Outcome outcome = SiteAddresses.of(List.of(address("main", Role.MAIN), trial))
                .renamed("other", address("fresh", Role.POINTER), "http://fresh.art.localhost/", LIVE);
        assertThat(((Done) outcome).addresses().find("fresh").orElseThrow().trialVersion())
                .hasValue(2);
        Outcome pointer = site(Role.POINTER)
                .renamed("other", address("fresh", Role.POINTER), "http://fresh.art.localhost/", LIVE);
        assertThat(((Done) pointer).addresses().find("fresh").orElseThrow().pointsTo())
                .contains("https://elsewhere.example/");
    }

    @ParameterizedTest
    @CsvSource({
        "MAIN, FORWARDING",
        "ALIAS, FORWARDING",
        "FORWARDING, FORWARDING",
        "TRIAL, TRIAL",
        "POINTER, POINTER",
    })
    void theOtherOfAPairForwardsOrDoesTheSame(Role first, Role pair) {
        Wish wish = new Wish(first, OptionalInt.of(2), "https://elsewhere.example/");
        assertThat(wish.ofPair().role()).isEqualTo(pair);
        if (first == pair) {
            assertThat(wish.ofPair()).isEqualTo(wish);
        }
    }

    /** Whatever is done in whatever order, there is one main address as soon as another follows it, and never two. */
    @Property
    void thereIsNeverMoreThanOneMainAddressNorNoneBesideOneThatFollows(
            @ForAll @Size(max = 30) List<@IntRange(max = 79) Integer> steps) {
        SiteAddresses addresses = SiteAddresses.of(List.of());
        int made = 0;
        for (int step : steps) {
            Role role = Role.values()[step % 5];
            int kind = step / 5 % 4;
            Circumstances around = step % 2 == 0 ? LIVE : NOT_LIVE;
            String id = "a" + (made == 0 ? 0 : step % made);
            if (kind == 0) {
                Outcome outcome = addresses.with(address("a" + made, Role.POINTER), wish(role), around);
                if (outcome instanceof Done done) {
                    addresses = done.addresses();
                    made++;
                }
            } else if (kind == 1 && addresses.changed(id, wish(role), around) instanceof Done done) {
                addresses = done.addresses();
            } else if (kind == 2) {
                addresses = addresses.without(id);
            } else if (kind == 3) {
                Outcome outcome = addresses.renamed(
                        id, address("a" + made, Role.POINTER), "http://a" + made + ".art.localhost/", around);
                if (outcome instanceof Done done) {
                    addresses = done.addresses();
                    made++;
                }
            }
            long mains =
                    addresses.list().stream().filter(a -> a.role() == Role.MAIN).count();
            boolean followed = addresses.list().stream().anyMatch(a -> a.role().follows());
            assertThat(mains).isBetween(followed ? 1L : 0L, 1L);
        }
    }
}
