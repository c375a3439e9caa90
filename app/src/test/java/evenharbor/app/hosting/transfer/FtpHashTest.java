package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;

/** What a server says that it knows, and what it answers, decide whether a file is told or read back. */
class FtpHashTest {

    private static final String AT = "/site/a b.html";
    private static final byte[] CONTENT = "some page".getBytes(StandardCharsets.UTF_8);
    private static final String HASH = Site.hash(CONTENT);

    private final FtpLine line = mock(FtpLine.class);

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "true, -, 0, XSHA256",
                "true, SHA-1*;SHA-256, 200, XSHA256",
                "false, -, 0, -",
                "false, SHA-256*;SHA-1;MD5, 0, HASH",
                "false, sha-1;sha-256*, 0, HASH",
                "false, SHA-1*;SHA-256, 200, HASH",
                "false, SHA-1*;SHA-256, 501, -",
                "false, SHA-1*;MD5, 0, -",
            })
    void theCommandIsOneThatGivesSha256(boolean ofItsOwn, String known, int chosen, String command) throws IOException {
        when(line.hasFeature("XSHA256")).thenReturn(ofItsOwn);
        when(line.featureValue("HASH")).thenReturn(known);
        when(line.sendCommand("OPTS", "HASH SHA-256")).thenReturn(chosen);
        assertThat(FtpHash.command(line)).isEqualTo(Optional.ofNullable(command));
    }

    @ParameterizedTest
    @CsvSource({
        "250 %s",
        "250 \"/site/a b.html\" %S",
        "213 SHA-256 0-8 %s /site/a b.html",
    })
    void whatIsToldIsTaken(String reply) throws IOException {
        when(line.hashCommand()).thenReturn(Optional.of("HASH"));
        when(line.sendCommand("HASH", AT)).thenReturn(213);
        when(line.getReplyString()).thenReturn(String.format(reply, HASH) + "\r\n");
        Meter meter = mock(Meter.class);
        assertThat(FtpHash.of(line, AT, "a b.html", 9, meter)).contains(HASH);
        verify(meter).moved("a b.html", 9);
        verify(line, Mockito.never()).retrieveFile(anyString(), any());
    }

    @ParameterizedTest
    @CsvSource({"502, 502 Not implemented", "213, 213 SHA-1 0-8 2fd4e1c67a2d28fced849ee1bb76e7391b93eb12 a b.html"})
    void whatIsAnsweredInAnotherWayIsReadBack(int code, String reply) throws IOException {
        when(line.hashCommand()).thenReturn(Optional.of("HASH"));
        when(line.sendCommand("HASH", AT)).thenReturn(code);
        when(line.getReplyString()).thenReturn(reply);
        when(line.retrieveFile(eq(AT), any())).thenAnswer(call -> {
            call.getArgument(1, OutputStream.class).write(CONTENT);
            return true;
        });
        assertThat(FtpHash.of(line, AT, "a b.html", 9, Meter.NONE)).contains(HASH);
    }

    @Test
    void withoutACommandNothingIsAskedButTheFile() throws IOException {
        when(line.hashCommand()).thenReturn(Optional.empty());
        when(line.retrieveFile(eq(AT), any())).thenReturn(true);
        assertThat(FtpHash.of(line, AT, "a b.html", 0, Meter.NONE)).contains(Site.hash(new byte[0]));
        verify(line, Mockito.never()).sendCommand(anyString(), anyString());
    }
}
