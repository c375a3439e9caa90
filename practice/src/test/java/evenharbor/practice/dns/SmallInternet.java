package evenharbor.practice.dns;

import evenharbor.practice.clock.PracticeClock;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.net.SocketException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.TSIG;
import org.xbill.DNS.Type;
import org.xbill.DNS.ZoneTransferException;
import org.xbill.DNS.ZoneTransferIn;

/** All of the practice world's DNS at a port of its own, with a clock that stands still, asked as any client asks. */
final class SmallInternet implements AutoCloseable {

    static final TSIG KEY = new TSIG(TSIG.HMAC_SHA256, "harbor-key.", "c21hbGwgaW50ZXJuZXQgc2VjcmV0");

    private static final int MOST_TRIES = 5;

    final PracticeClock clock = new PracticeClock(Clock.fixed(Instant.parse("2026-11-24T12:00:00Z"), ZoneOffset.UTC));
    private int port;
    private final Path folder;
    private PracticeDns dns;

    SmallInternet(Path folder) {
        this.folder = folder;
        start();
    }

    private static int freePort() {
        try (DatagramSocket socket = new DatagramSocket()) {
            return socket.getLocalPort();
        } catch (SocketException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A port that is free for one protocol may be taken for the other, or by now: then another one is tried. */
    private void start() {
        for (int tries = MOST_TRIES; dns == null; tries--) {
            port = freePort();
            try {
                dns = started();
            } catch (UncheckedIOException e) {
                if (tries == 0) {
                    throw e;
                }
            }
        }
    }

    private PracticeDns started() {
        return new PracticeDns(
                new PracticeDns.Setup(
                        port,
                        folder,
                        List.of("art.localhost", "club.localhost"),
                        "harbor.localhost",
                        "127.0.0.1",
                        "harbor-key.",
                        "c21hbGwgaW50ZXJuZXQgc2VjcmV0"),
                clock);
    }

    PracticeDns dns() {
        return dns;
    }

    void restart() throws IOException {
        dns.close();
        dns = null;
        start();
    }

    /** A name registered with the other company, with the machine that lies behind it. */
    void elsewhere(String domain) {
        dns.delegate(domain, List.of(PracticeDns.ELSEWHERE_SERVER));
        dns.beginElsewhere(domain);
    }

    void pass(Duration time) {
        clock.setOffset(clock.offset().plus(time));
    }

    Message ask(String server, String name, int type) throws IOException {
        return send(server, question(name, type), false, Duration.ofSeconds(4));
    }

    static Message question(String name, int type) {
        return Message.newQuery(Record.newRecord(Name.fromConstantString(name), type, DClass.IN));
    }

    Message send(String server, Message message, boolean byTcp, Duration patience) throws IOException {
        SimpleResolver client = new SimpleResolver(new InetSocketAddress(server, port));
        client.setTCP(byTcp);
        client.setIgnoreTruncation(true);
        client.setTimeout(patience);
        return client.send(message);
    }

    /** A zone from the harbor's first name server, asked for with a key or none. */
    List<Record> transfer(Name zone, TSIG key) throws IOException, ZoneTransferException {
        ZoneTransferIn transfer = ZoneTransferIn.newAXFR(zone, PracticeDns.HARBOR_1, port, key);
        transfer.run();
        return transfer.getAXFR();
    }

    /** The records of a section as lines: name, TTL, type, data. */
    static List<String> lines(Message answer, int section) {
        return answer.getSection(section).stream()
                .filter(r -> r.getType() != Type.OPT && r.getType() != Type.TSIG)
                .map(r -> r.getName() + " " + r.getTTL() + " " + Type.string(r.getType()) + " " + r.rdataToString())
                .sorted()
                .toList();
    }

    static List<String> answers(Message answer) {
        return lines(answer, Section.ANSWER);
    }

    static boolean authoritative(Message answer) {
        return answer.getHeader().getFlag(Flags.AA);
    }

    @Override
    public void close() throws IOException {
        dns.close();
    }
}
