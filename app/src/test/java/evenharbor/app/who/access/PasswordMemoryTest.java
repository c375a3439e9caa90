package evenharbor.app.who.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.HarborProperties;
import org.junit.jupiter.api.Test;
import org.springframework.security.crypto.password.PasswordEncoder;

class PasswordMemoryTest {

    private final HarborProperties harbor = mock(HarborProperties.class);

    private PasswordEncoder encoder(int memory) {
        return new SecuritySetup().passwordEncoder(new AccessProperties(AccessProperties.SignUp.OPEN, memory), harbor);
    }

    @Test
    void whatIsTooCheapToGuessIsRefusedForReal() {
        assertThatThrownBy(() -> encoder(8_191)).hasMessageContaining("harbor.access.password-memory is 8191");
        when(harbor.practice()).thenReturn(true);
        assertThat(encoder(64).encode("a long enough password")).startsWith("$argon2id$v=19$m=64,t=2,p=1$");
    }

    @Test
    void aPasswordOutlivesAChangeOfTheNumbers() {
        String kept = encoder(8_192).encode("a long enough password");
        assertThat(encoder(16_384).matches("a long enough password", kept)).isTrue();
        assertThat(encoder(16_384).matches("another password", kept)).isFalse();
    }
}
