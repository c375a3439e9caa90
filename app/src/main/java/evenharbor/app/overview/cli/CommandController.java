package evenharbor.app.overview.cli;

import com.google.common.hash.Hashing;
import com.google.common.primitives.Bytes;
import java.io.IOException;
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

    private static final String JAR = "cli/even-harbor.jar";

    /**
     * Makes a jar a command: a shell runs the first lines, Java reads the rest. From the third time on the same file starts
     * from an archive of loaded classes; where nothing stays from one run to the next, as at a build server, none is made.
     * The archive of a version before is removed; one that is not whole is passed over by Java.
     */
    private static final String RUN = """
            #!/bin/sh
            caches=${XDG_CACHE_HOME:-${HOME:-/nowhere}/.cache}/even-harbor
            place=$(printf %s "$0" | cksum | tr ' ' -)
            classes=$caches/VERSION-$place
            set -- -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xshare:auto -Xlog:disable -jar "$0" "$@"
            if [ -s "$classes.jsa" ]; then
              exec java "-XX:SharedArchiveFile=$classes.jsa" "$@"
            elif [ -e "$classes.once" ]; then
              exec java "-XX:ArchiveClassesAtExit=$classes.jsa" "$@"
            fi
            rm -f "$caches"/*-"$place".jsa "$caches"/*-"$place".once 2>/dev/null
            mkdir -p "$caches" 2>/dev/null && : 2>/dev/null > "$classes.once"
            exec java "$@"
            """;

    private final byte[] command;

    CommandController() throws IOException {
        byte[] jar = new ClassPathResource(JAR).getContentAsByteArray();
        String version = Hashing.sha256().hashBytes(jar).toString().substring(0, 12);
        command = Bytes.concat(RUN.replace("VERSION", version).getBytes(StandardCharsets.US_ASCII), jar);
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
