package evenharbor.app.overview.cli;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Hands out the command over HTTP, to anyone: it opens nothing without a token. */
@RestController
class CommandController {

    /** Makes a jar a command: a shell runs the first lines, Java reads the rest. */
    private static final String RUN =
            "#!/bin/sh\nexec java -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xshare:auto -jar \"$0\" \"$@\"\n";

    private final byte[] command;

    CommandController() throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        all.write(RUN.getBytes(StandardCharsets.US_ASCII));
        try (InputStream jar = new ClassPathResource("cli/even-harbor.jar").getInputStream()) {
            jar.transferTo(all);
        }
        command = all.toByteArray();
    }

    @GetMapping(value = "/api/command", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<byte[]> command() {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("even-harbor")
                                .build()
                                .toString())
                .body(command);
    }
}
