package evenharbor.app.who.access;

import evenharbor.core.who.access.TokenScope;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tokens for scripts, over HTTP. */
@RestController
@RequestMapping("/api/tokens")
class TokenController {

    private final AccessTokens tokens;
    private final Clock clock;

    TokenController(AccessTokens tokens, Clock clock) {
        this.tokens = tokens;
        this.clock = clock;
    }

    /**
     * A token that is wanted.
     *
     * @param days after how many days it ends; null for no end
     */
    record NewToken(
            @NotBlank(message = "Say what the token is for.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @Schema(nullable = true) TokenScope.Reach reach,
            @Schema(nullable = true) String siteId,

            @Schema(nullable = true)
            @Min(value = 1, message = "Choose at least a day.")
            @Max(value = 3650, message = "Choose at most ten years.")
            Integer days) {}

    record Token(String token) {}

    record TokenView(
            String id,
            String person,
            String name,
            TokenScope.Reach reach,
            @Schema(nullable = true) String siteId,
            Instant createdAt,
            @Schema(nullable = true) Instant expiresAt,
            @Schema(nullable = true) Instant lastUsedAt) {}

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Token issueToken(@Valid @RequestBody NewToken form) {
        TokenScope scope = new TokenScope(
                form.reach() == null ? TokenScope.Reach.PUBLISH : form.reach(), Optional.ofNullable(form.siteId()));
        Optional<Instant> end =
                Optional.ofNullable(form.days()).map(days -> clock.instant().plus(Duration.ofDays(days)));
        return new Token(tokens.issue(Current.person(), form.name(), scope, end));
    }

    @GetMapping
    List<TokenView> tokens() {
        return tokens.of(Current.person()).stream()
                .map(t -> new TokenView(
                        t.id(),
                        t.person(),
                        t.name(),
                        t.scope().reach(),
                        t.scope().site().orElse(null),
                        t.createdAt(),
                        t.expiresAt().orElse(null),
                        t.lastUsedAt().orElse(null)))
                .toList();
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeToken(@PathVariable String id) {
        tokens.revoke(Current.person(), id);
    }
}
