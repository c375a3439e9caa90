package evenharbor.app.common.problem;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.junit.jupiter.api.Test;

class LimitedStreamTest {

    private static InputStream limited(int bytes, long most) {
        return new LimitedStream(
                new ByteArrayInputStream(new byte[bytes]),
                most,
                () -> new Problem(ProblemType.INTAKE_REFUSED, "too large"));
    }

    @Test
    void asMuchAsAllowedIsReadAndNotOneByteMore() throws IOException {
        assertThat(limited(100, 100).readAllBytes()).hasSize(100);
        assertThatThrownBy(() -> limited(101, 100).readAllBytes()).hasMessage("too large");
        InputStream single = limited(3, 2);
        assertThat(single.read()).isZero();
        assertThat(single.read()).isZero();
        assertThatThrownBy(single::read).hasMessage("too large");
        InputStream whole = limited(1, 1);
        assertThat(whole.read()).isZero();
        assertThat(whole.read()).isEqualTo(-1);
        assertThat(whole.read()).isEqualTo(-1);
    }
}
