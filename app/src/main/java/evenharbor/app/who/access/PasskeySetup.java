package evenharbor.app.who.access;

import evenharbor.app.HarborProperties;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.security.web.webauthn.api.AuthenticatorSelectionCriteria;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.ImmutablePublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRpEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.ResidentKeyRequirement;
import org.springframework.security.web.webauthn.api.UserVerificationRequirement;
import org.springframework.security.web.webauthn.management.JdbcUserCredentialRepository;
import org.springframework.security.web.webauthn.management.PublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.UserCredentialRepository;
import org.springframework.security.web.webauthn.management.WebAuthnRelyingPartyOperations;
import org.springframework.security.web.webauthn.management.Webauthn4JRelyingPartyOperations;

/** Passkeys (WebAuthn) for the host name that the application is opened at. Whose they are is the person's id. */
@Configuration
class PasskeySetup {

    @Bean
    UserCredentialRepository userCredentials(JdbcOperations db) {
        return new JdbcUserCredentialRepository(db);
    }

    @Bean
    WebAuthnRelyingPartyOperations relyingParty(
            People people, UserCredentialRepository credentials, HarborProperties harbor) {
        URI origin = URI.create(harbor.appOrigin());
        Webauthn4JRelyingPartyOperations operations = new Webauthn4JRelyingPartyOperations(
                new PeopleAsUsers(people),
                credentials,
                PublicKeyCredentialRpEntity.builder()
                        .id(origin.getHost())
                        .name("Even Harbor")
                        .build(),
                Set.of(harbor.appOrigin()));
        // A passkey is both factors at once: it is on the device, and its person is asked for a finger or a PIN.
        operations.setCustomizeCreationOptions(
                options -> options.authenticatorSelection(AuthenticatorSelectionCriteria.builder()
                        .residentKey(ResidentKeyRequirement.REQUIRED)
                        .userVerification(UserVerificationRequirement.REQUIRED)
                        .build()));
        operations.setCustomizeRequestOptions(
                options -> options.userVerification(UserVerificationRequirement.REQUIRED));
        return operations;
    }

    /** People, as passkeys name them. */
    private record PeopleAsUsers(People people) implements PublicKeyCredentialUserEntityRepository {

        @Override
        public PublicKeyCredentialUserEntity findById(Bytes id) {
            return findByUsername(new String(id.getBytes(), StandardCharsets.UTF_8));
        }

        @Override
        public PublicKeyCredentialUserEntity findByUsername(String personId) {
            return people.find(personId)
                    .map(person -> ImmutablePublicKeyCredentialUserEntity.builder()
                            .id(new Bytes(person.id().getBytes(StandardCharsets.UTF_8)))
                            .name(person.email())
                            .displayName(person.name())
                            .build())
                    .orElse(null);
        }

        @Override
        public void save(PublicKeyCredentialUserEntity user) {
            // People are kept elsewhere.
        }

        @Override
        public void delete(Bytes id) {
            // People are kept elsewhere.
        }
    }
}
