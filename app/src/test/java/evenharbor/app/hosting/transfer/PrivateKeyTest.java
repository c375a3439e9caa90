package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Keys as OpenSSH makes them are read as people paste them. */
class PrivateKeyTest {

    private static final String PASSPHRASE = "low water at six";

    @TempDir
    Path folder;

    private String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).directory(folder.toFile()).start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor()).as(List.of(command).toString()).isZero();
        return said;
    }

    private String made(String type, String form, String passphrase) throws IOException, InterruptedException {
        run("ssh-keygen", "-q", "-t", type, "-m", form, "-N", passphrase, "-f", "key");
        return Files.readString(folder.resolve("key"));
    }

    private void isThatKey(String unlocked) throws IOException, InterruptedException {
        String fingerprint = KeyUtils.getFingerPrint(
                BuiltinDigests.sha256, PrivateKey.read(unlocked).getPublic());
        assertThat(run("ssh-keygen", "-l", "-f", "key.pub")).contains(fingerprint);
    }

    @ParameterizedTest
    @CsvSource({
        "ed25519, RFC4716, no",
        "ed25519, RFC4716, yes",
        "rsa, RFC4716, yes",
        "rsa, PEM, no",
        "rsa, PEM, yes",
        "rsa, PKCS8, no",
        "rsa, PKCS8, yes",
        "ecdsa, RFC4716, yes",
        "ecdsa, PEM, yes",
    })
    void everyUsualKindIsReadAndKeptWithoutItsLock(String type, String form, String locked) throws Exception {
        String passphrase = locked.equals("yes") ? PASSPHRASE : "";
        String key = made(type, form, passphrase);
        isThatKey(PrivateKey.unlocked(key, passphrase));
        if (passphrase.isEmpty()) {
            return;
        }
        assertThat(PrivateKey.unlocked(key, passphrase)).doesNotContain(key.substring(60, 120));
        for (String wrong : List.of("", "high water")) {
            PrivateKey.Unusable unusable =
                    catchThrowableOfType(PrivateKey.Unusable.class, () -> PrivateKey.unlocked(key, wrong));
            assertThat(unusable.forPassphrase()).isTrue();
            assertThat(unusable).hasMessageContaining(wrong.isEmpty() ? "is locked" : "does not open");
        }
    }

    @Test
    void howItWasPastedDoesNotMatter() throws Exception {
        String key = made("ed25519", "RFC4716", "");
        List<String> pasted = List.of(
                "\n\n" + key + "\n\n",
                key.replace("\n", "\r\n"),
                key.lines().map(line -> "    " + line).collect(Collectors.joining("\n")),
                key.replace("\n", " "),
                key.replace("\n", ""));
        for (String text : pasted) {
            assertThat(PrivateKey.looksLike(text)).isTrue();
            isThatKey(PrivateKey.unlocked(text, ""));
        }
    }

    @Test
    void whatIsNoPrivateKeyIsSaidToBeNone() throws Exception {
        String key = made("ed25519", "RFC4716", "");
        String half = Files.readString(folder.resolve("key.pub"));
        assertThat(PrivateKey.looksLike(half)).isTrue();
        assertThat(catchThrowableOfType(PrivateKey.Unusable.class, () -> PrivateKey.unlocked(half, "")))
                .hasMessageContaining("public half");
        for (String broken : List.of(key.substring(0, 200), key.replace("b3Blbn", "c3Blbn"), "-----BEGIN")) {
            PrivateKey.Unusable unusable =
                    catchThrowableOfType(PrivateKey.Unusable.class, () -> PrivateKey.unlocked(broken, ""));
            assertThat(unusable).as(broken).hasMessageContaining("cannot be read");
            assertThat(unusable.forPassphrase()).isFalse();
        }
        for (String password : List.of("tick tock 12", "ssh-rsa", "ecdsa-of-mine", "BEGIN")) {
            assertThat(PrivateKey.looksLike(password)).as(password).isFalse();
        }
    }
}
