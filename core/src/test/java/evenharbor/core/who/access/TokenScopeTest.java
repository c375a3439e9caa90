package evenharbor.core.who.access;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.who.access.TokenScope.Reach;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TokenScopeTest {

    @ParameterizedTest
    @CsvSource(nullValues = "-", textBlock = """
            READ, -, GET, /api/sites, -
            READ, -, HEAD, /api/domains, -
            READ, -, POST, /api/sites, READ_ONLY
            READ, -, PUT, /api/sites/a/draft/zip, READ_ONLY
            READ, -, GET, /api/people, CREDENTIALS
            PUBLISH, -, POST, /api/sites, -
            PUBLISH, -, POST, /api/tokens, CREDENTIALS
            PUBLISH, -, DELETE, /api/tokens/x, CREDENTIALS
            PUBLISH, -, POST, /api/people, CREDENTIALS
            PUBLISH, -, GET, /api/session, CREDENTIALS
            PUBLISH, -, PUT, /api/password, CREDENTIALS
            PUBLISH, -, POST, /api/invitations, CREDENTIALS
            PUBLISH, -, GET, /api/credential-events, CREDENTIALS
            PUBLISH, -, DELETE, /api/sessions/x, CREDENTIALS
            PUBLISH, a, PUT, /api/sites/a/draft/zip, -
            PUBLISH, a, GET, /api/sites/a, -
            PUBLISH, a, GET, /api/sites, -
            PUBLISH, a, GET, /api/publications/p, -
            PUBLISH, a, POST, /api/destinations/d/jobs, -
            PUBLISH, a, GET, /api/host-jobs/j, -
            PUBLISH, a, GET, /api/sites/ab, OTHER_SITE
            PUBLISH, a, PUT, /api/sites/b/draft/zip, OTHER_SITE
            PUBLISH, a, GET, /api/domains, OTHER_SITE
            PUBLISH, a, GET, /api/hosts, OTHER_SITE
            PUBLISH, a, GET, /api/deleted-sites, OTHER_SITE
            PUBLISH, a, POST, /api/tokens, CREDENTIALS
            READ, a, POST, /api/sites/a/publications, READ_ONLY
            """)
    void whatATokenMayDo(Reach reach, String site, String method, String path, TokenScope.Refusal refusal) {
        assertThat(new TokenScope(reach, Optional.ofNullable(site)).refusal(method, path))
                .isEqualTo(Optional.ofNullable(refusal));
    }

    @ParameterizedTest
    @EnumSource(TokenScope.Refusal.class)
    void eachRefusalSaysWhy(TokenScope.Refusal refusal) {
        assertThat(refusal.sentence()).endsWith(".").hasSizeGreaterThan(20);
    }
}
