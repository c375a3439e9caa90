package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import com.webauthn4j.util.exception.WebAuthnException;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.CredentialRecord;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.security.web.webauthn.jackson.WebauthnJacksonModule;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialCreationOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialRequestOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutableRelyingPartyRegistrationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyAuthenticationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyPublicKey;
import org.springframework.security.web.webauthn.management.UserCredentialRepository;
import org.springframework.security.web.webauthn.management.WebAuthnRelyingPartyOperations;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Passkeys of people: made, used to sign in, removed. What a browser is asked is kept in its session, and good once. */
@Component
class Passkeys {

    private static final String MAKING = "passkey-making";
    private static final String ASKING = "passkey-asking";
    private static final int MOST = 20;
    private static final JsonMapper JSON =
            JsonMapper.builder().addModule(new WebauthnJacksonModule()).build();

    private final WebAuthnRelyingPartyOperations relyingParty;
    private final UserCredentialRepository credentials;
    private final People people;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;

    Passkeys(
            WebAuthnRelyingPartyOperations relyingParty,
            UserCredentialRepository credentials,
            People people,
            ApplicationEventPublisher events,
            TransactionTemplate transactions) {
        this.relyingParty = relyingParty;
        this.credentials = credentials;
        this.people = people;
        this.events = events;
        this.transactions = transactions;
    }

    /** A passkey. @param id names it in the list */
    record Passkey(String id, String label, Instant createdAt, Instant lastUsedAt) {}

    /** Someone's passkeys. */
    List<Passkey> of(Person person) {
        return credentials.findByUserId(user(person)).stream()
                .map(each -> new Passkey(id(each), each.getLabel(), each.getCreated(), each.getLastUsed()))
                .toList();
    }

    /** What a browser is asked to make. */
    JsonNode beginMaking(Person person, HttpServletRequest request) {
        if (of(person).size() >= MOST) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "You have " + MOST + " passkeys already. Nothing was changed. Remove one first.");
        }
        PublicKeyCredentialCreationOptions options = relyingParty.createPublicKeyCredentialCreationOptions(
                new ImmutablePublicKeyCredentialCreationOptionsRequest(
                        SecurityContextHolder.getContext().getAuthentication()));
        request.getSession().setAttribute(MAKING, options);
        return JSON.valueToTree(options);
    }

    /** Keeps what a browser made. */
    void make(Person person, String label, JsonNode made, HttpServletRequest request) {
        PublicKeyCredentialCreationOptions options = taken(request, MAKING);
        try {
            PublicKeyCredential<AuthenticatorAttestationResponse> credential = JSON.treeToValue(
                    made,
                    JSON.constructType(new TypeReference<PublicKeyCredential<AuthenticatorAttestationResponse>>() {}));
            transactions.executeWithoutResult(status -> {
                relyingParty.registerCredential(new ImmutableRelyingPartyRegistrationRequest(
                        options, new RelyingPartyPublicKey(credential, label.strip())));
                events.publishEvent(new SignInChanged(
                        person, "You added the passkey " + label.strip(), "passkey " + credential.getId()));
            });
        } catch (JacksonException | IllegalArgumentException | WebAuthnException e) {
            throw refused();
        }
    }

    /** Removes one of someone's passkeys: it signs in no more. */
    void remove(Person person, String id) {
        CredentialRecord found = credentials.findByUserId(user(person)).stream()
                .filter(each -> id(each).equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This passkey"));
        transactions.executeWithoutResult(status -> {
            credentials.delete(found.getCredentialId());
            events.publishEvent(
                    new SignInChanged(person, "You removed the passkey " + found.getLabel(), "passkey removed " + id));
        });
    }

    /** What a browser is asked to prove; for everyone the same, so that it tells nothing of anyone. */
    JsonNode beginSignIn(HttpServletRequest request) {
        PublicKeyCredentialRequestOptions options = relyingParty.createCredentialRequestOptions(
                new ImmutablePublicKeyCredentialRequestOptionsRequest(null));
        request.getSession().setAttribute(ASKING, options);
        return JSON.valueToTree(options);
    }

    /** Who a browser has proven to be. */
    Person signIn(JsonNode proof, HttpServletRequest request) {
        PublicKeyCredentialRequestOptions options = taken(request, ASKING);
        try {
            PublicKeyCredential<AuthenticatorAssertionResponse> credential = JSON.treeToValue(
                    proof,
                    JSON.constructType(new TypeReference<PublicKeyCredential<AuthenticatorAssertionResponse>>() {}));
            String personId = new String(
                    relyingParty
                            .authenticate(new RelyingPartyAuthenticationRequest(options, credential))
                            .getId()
                            .getBytes(),
                    StandardCharsets.UTF_8);
            return people.find(personId).orElseThrow(Passkeys::refused);
        } catch (JacksonException | IllegalArgumentException | NullPointerException | WebAuthnException e) {
            // The library looks into what was sent before it has made sure that all of it is there.
            throw refused();
        }
    }

    @SuppressWarnings("unchecked")
    private static <T> T taken(HttpServletRequest request, String name) {
        Object kept = request.getSession().getAttribute(name);
        request.getSession().removeAttribute(name);
        if (kept == null) {
            throw refused();
        }
        return (T) kept;
    }

    private static Problem refused() {
        return new Problem(
                ProblemType.SIGN_IN_FAILED,
                "This passkey was not accepted. Nothing was changed. Try again, or use your password.");
    }

    private static Bytes user(Person person) {
        return new Bytes(person.id().getBytes(StandardCharsets.UTF_8));
    }

    private static String id(CredentialRecord record) {
        return Hashing.sha256()
                .hashBytes(record.getCredentialId().getBytes())
                .toString()
                .substring(0, 16);
    }
}
