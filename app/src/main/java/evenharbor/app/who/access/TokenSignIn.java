package evenharbor.app.who.access;

import evenharbor.core.who.access.Right;
import evenharbor.core.who.access.TokenScope;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Signing in by a token where there is no request over HTTP. */
@Component
public class TokenSignIn {

    private final AccessTokens tokens;
    private final Memberships memberships;

    TokenSignIn(AccessTokens tokens, Memberships memberships) {
        this.tokens = tokens;
        this.memberships = memberships;
    }

    /** Who a token speaks for, where it may do something with a site now. */
    public Optional<Person> may(Right right, String siteId, String token) {
        return tokens.bearer(token)
                .filter(bearer -> bearer.scope().reach() == TokenScope.Reach.PUBLISH)
                .filter(bearer -> bearer.scope().site().map(siteId::equals).orElse(true))
                .map(AccessTokens.Bearer::person)
                .filter(person -> memberships
                        .of(person.id(), person.accountId())
                        .map(member -> member.may(right, siteId))
                        .orElse(false));
    }
}
