package evenharbor.core.who.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AudienceRulesTest {

    private static Guard guard(String id) {
        return new Guard(id, 1, new Audience.WithPassword("kept"));
    }

    private static final AudienceRules RULES = AudienceRules.of(Map.of(
            "/members/",
            guard("members"),
            "/members/open/",
            new Guard("open", 1, new Audience.Everyone()),
            "/prices.html",
            guard("prices"),
            "/members/board/",
            guard("board")));

    @ParameterizedTest
    @CsvSource({
        "/, none",
        "/index.html, none",
        "/members, members",
        "/members/, members",
        "/members/list.html, members",
        "/members/a/b/c.png, members",
        "/membership/, none",
        "/members.html, none",
        "/members/open/, none",
        "/members/open, none",
        "/members/open/a.html, none",
        "/members/board/minutes.html, board",
        "/prices.html, prices",
        "/prices.html.bak, none",
        "/a/prices.html, none"
    })
    void theLongestPartCounts(String path, String wanted) {
        assertThat(RULES.at(path).map(Guard::id).orElse("none")).isEqualTo(wanted);
    }

    @Test
    void aWholeSiteCanBeClosedButForAFolder() {
        AudienceRules rules =
                AudienceRules.of(Map.of("/", guard("site"), "/press/", new Guard("press", 1, new Audience.Everyone())));
        assertThat(rules.at("/")).isPresent();
        assertThat(rules.at("/style.css")).isPresent();
        assertThat(rules.at("/press/kit.zip")).isEmpty();
        assertThat(rules.allOpen()).isFalse();
        assertThat(AudienceRules.OPEN.at("/")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "members/, /members/",
        "' /members/ ', /members/",
        "//members//a.html, /members/a.html",
        "/members/index.html, /members/",
        "index.html, /",
        "/, /",
        "a?b, none",
        "https://x.example/a, none",
        "/a/../b, none",
        "/a/%2e%2e/b, none",
        "/my%20members/, /my members/",
        "/pl%C3%A4ne/, /pläne/",
        "/pla\u0308ne/, /pläne/",
        "/100%.html, /100%.html",
        "/a+b/, /a+b/",
        "'', none"
    })
    void whatIsTypedIsCleaned(String typed, String wanted) {
        assertThat(AudienceRules.part(typed).orElse("none")).isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({
        "/members/, /register.html, /register.html",
        "/members/, //elsewhere.example/a, /elsewhere.example/a",
        "/members/, https://elsewhere.example/, none",
        "/members/, '', ''",
        "/members/, /members/register.html, /members/register.html",
        "/members/, /members/register/, /members/register/",
        "/members/, /members/, none",
        "/members/, /members/index.html, none",
        "/members/list.html, /members/, none",
        "/members/list.html, /members/list.html, none",
        "/members/, /, none",
        "/, /, none",
        "/, /index.html, none"
    })
    void aPageToRegisterOnDoesNotHoldThePart(String part, String typed, String wanted) {
        assertThat(AudienceRules.formPage(part, typed).orElse("none")).isEqualTo(wanted);
    }

    @Test
    void aPageToRegisterOnIsOpenUnlessItIsAPartOfItsOwn() {
        Guard registered = new Guard("site", 1, new Audience.Registered(0, false, "", false, "/register.html"));
        AudienceRules rules = AudienceRules.of(Map.of("/", registered));
        assertThat(rules.at("/register.html")).isEmpty();
        assertThat(rules.at("/other.html")).contains(registered);
        AudienceRules own = AudienceRules.of(Map.of("/", registered, "/register.html", guard("own")));
        assertThat(own.at("/register.html").map(Guard::id)).contains("own");
    }
}
