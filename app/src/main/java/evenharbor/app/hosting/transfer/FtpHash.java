package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hashing;
import com.google.common.hash.HashingOutputStream;
import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.io.output.ProxyOutputStream;
import org.apache.commons.net.ftp.FTPReply;

/** The SHA-256 of a file over FTP: told by the server where it knows a command for it, else by reading the file back. */
final class FtpHash {

    /** Servers mark with it, among the hashes that they know, the one that HASH gives. */
    private static final String CHOSEN = "SHA-256*";

    private FtpHash() {}

    /**
     * The hash of a file; empty when it is not there.
     *
     * @param at its path on the host
     * @param path its path in the folder, for the meter
     * @param size bytes, as listed
     */
    static Optional<String> of(FtpLine line, String at, String path, long size, Meter meter) throws IOException {
        Optional<String> told = told(line, at);
        if (told.isPresent()) {
            meter.moved(path, size);
            return told;
        }
        return readBack(line, at, path, meter);
    }

    /**
     * The command for it on a connection that has been opened; empty when there is none. No standard has one, but two are
     * met with; of them HASH gives what was chosen on the connection.
     */
    static Optional<String> command(FtpLine line) throws IOException {
        if (line.hasFeature("XSHA256")) {
            return Optional.of("XSHA256");
        }
        String known = String.valueOf(line.featureValue("HASH")).toUpperCase(Locale.ROOT);
        boolean chosen = known.contains(CHOSEN)
                || known.contains("SHA-256") && FTPReply.isPositiveCompletion(line.sendCommand("OPTS", "HASH SHA-256"));
        return Optional.of("HASH").filter(hash -> chosen);
    }

    /** Servers that answer in other ways are read back. */
    private static Optional<String> told(FtpLine line, String at) throws IOException {
        if (line.hashCommand().isEmpty()
                || !FTPReply.isPositiveCompletion(
                        line.sendCommand(line.hashCommand().get(), at))) {
            return Optional.empty();
        }
        return Arrays.stream(line.getReplyString().split("\\s+"))
                .filter(word -> word.matches("[0-9A-Fa-f]{64}"))
                .map(word -> word.toLowerCase(Locale.ROOT))
                .findFirst();
    }

    private static Optional<String> readBack(FtpLine line, String at, String path, Meter meter) throws IOException {
        HashingOutputStream hashing = new HashingOutputStream(Hashing.sha256(), OutputStream.nullOutputStream());
        OutputStream counted = new ProxyOutputStream(hashing) {
            @Override
            protected void afterWrite(int bytes) {
                meter.moved(path, bytes);
            }
        };
        if (line.retrieveFile(at, counted)) {
            meter.moved(path, 0);
            return Optional.of(hashing.hash().toString());
        }
        HostTrouble refused = line.refused("read “" + at + "”");
        if (refused.fault() != HostFault.FOLDER_MISSING) {
            throw refused;
        }
        return Optional.empty();
    }
}
