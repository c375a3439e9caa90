package evenharbor.practice.authority;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.CAARecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/** Looks whether names answer as agreed (RFC 8555 section 8) and whether they permit the authority (RFC 8659). */
final class Validation {

    private static final int LONGEST = 4096;
    private static final int PATIENCE_MILLIS = 3_000;

    /** Asks name servers from the root down, nothing remembered. */
    interface Names {
        /** The records of a type at a name, aliases followed; none where there are none. */
        List<Record> ask(Name name, int type);
    }

    /** What was seen is not what was agreed. */
    static final class Failure extends Exception {
        private final String type;

        Failure(String type, String sentence) {
            super(sentence);
            this.type = type;
        }

        /** The last part of the problem's type (RFC 8555 section 6.7). */
        String type() {
            return type;
        }
    }

    private final Names names;
    private final int port;

    /**
     * A validation.
     *
     * @param port where plain HTTP is; 80 outside
     */
    Validation(Names names, int port) {
        this.names = names;
        this.port = port;
    }

    /** HTTP-01: a file at a well-known path (section 8.3). */
    void http(String host, String token, String expected) throws Failure {
        List<Record> found = names.ask(name(host), Type.A);
        if (found.isEmpty()) {
            throw new Failure("dns", "No address was found for " + host);
        }
        InetAddress at = ((ARecord) found.get(0)).getAddress();
        String answer = get(at, host, "/.well-known/acme-challenge/" + token);
        int body = answer.indexOf("\r\n\r\n");
        if (!answer.startsWith("HTTP/1.1 200") || body < 0) {
            throw new Failure(
                    "unauthorized",
                    "Invalid response from " + host + ": "
                            + answer.lines().findFirst().orElse("nothing"));
        }
        if (!answer.substring(body + 4).strip().equals(expected)) {
            throw new Failure("unauthorized", "The file at " + host + " does not hold what was agreed");
        }
    }

    private String get(InetAddress at, String host, String path) throws Failure {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(at, port), PATIENCE_MILLIS);
            socket.setSoTimeout(PATIENCE_MILLIS);
            socket.getOutputStream()
                    .write(("GET " + path + " HTTP/1.1\r\nHost: " + host
                                    + "\r\nUser-Agent: practice-authority\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            return new String(in.readNBytes(LONGEST), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new Failure("connection", "No answer from " + host + " at " + at.getHostAddress());
        }
    }

    /** DNS-01: a TXT record below a well-known label (section 8.4). */
    void dns(String host, String expected) throws Failure {
        Name at = name("_acme-challenge." + host);
        boolean there = names.ask(at, Type.TXT).stream()
                .filter(TXTRecord.class::isInstance)
                .anyMatch(r -> ((TXTRecord) r).getStrings().contains(expected));
        if (!there) {
            throw new Failure("unauthorized", "No TXT record at " + at + " holds what was agreed");
        }
    }

    /** CAA: the closest set at the name or above it counts. */
    void permits(String host, boolean wildcard, String authority) throws Failure {
        Name at = name(host);
        while (at.labels() > 1) {
            List<CAARecord> set = names.ask(at, Type.CAA).stream()
                    .filter(CAARecord.class::isInstance)
                    .map(CAARecord.class::cast)
                    .toList();
            if (!set.isEmpty()) {
                List<CAARecord> wild =
                        set.stream().filter(r -> r.getTag().equals("issuewild")).toList();
                List<CAARecord> counting = wildcard && !wild.isEmpty()
                        ? wild
                        : set.stream().filter(r -> r.getTag().equals("issue")).toList();
                boolean named = counting.stream()
                        .anyMatch(r -> r.getValue().split(";", 2)[0].strip().equalsIgnoreCase(authority));
                if (!counting.isEmpty() && !named) {
                    throw new Failure("caa", "CAA records at " + at + " do not permit " + authority);
                }
                return;
            }
            at = new Name(at, 1);
        }
    }

    private static Name name(String host) throws Failure {
        try {
            return Name.fromString(host + ".");
        } catch (TextParseException e) {
            throw new Failure("rejectedIdentifier", host + " is no host name");
        }
    }
}
