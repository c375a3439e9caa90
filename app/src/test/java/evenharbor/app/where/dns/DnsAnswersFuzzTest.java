package evenharbor.app.where.dns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.HarborProperties;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.CAARecord;
import org.xbill.DNS.CNAMERecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TXTRecord;

/** A name server that answers what nobody means: each look comes to an end, with what was seen or why nothing could be. */
class DnsAnswersFuzzTest {

    /** Each asks some dozen questions, and waits for many answers in vain. */
    private static final int TRIES = Integer.getInteger("harbor.fuzz", 150) / 10;

    private static final long SEED = Long.getLong("harbor.seed", 20_261_201);
    private static final Duration PATIENCE = Duration.ofMillis(150);
    private static final HostName HOST = new HostName("www.papermoon.example");

    private final Random random = new Random(SEED);

    @Test
    void whateverANameServerAnswersALookEndsInASentence() throws Exception {
        HarborProperties harbor = mock(HarborProperties.class);
        when(harbor.practice()).thenReturn(true);
        try (DatagramSocket server = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            Thread answering = new Thread(() -> answer(server));
            answering.setDaemon(true);
            answering.start();
            Dns dns = new Dns(
                    new DnsProperties(server.getLocalPort(), List.of("127.0.0.1"), List.of("127.0.0.1"), PATIENCE),
                    harbor,
                    Clock.systemUTC());
            for (int i = 0; i < TRIES; i++) {
                Delegation delegation = dns.delegation(HOST).get(1, TimeUnit.MINUTES);
                assertThat(delegation.seen()).isNotNull();
                for (Sighting sighting : dns.looks(HOST, delegation).get(1, TimeUnit.MINUTES)) {
                    assertThat(sighting.v4()).isInstanceOf(Seen.class);
                    assertThat(sighting.v6()).isInstanceOf(Seen.class);
                }
                assertThat(dns.texts(HOST, delegation).get(1, TimeUnit.MINUTES)).isNotNull();
                assertThat(dns.caa(HOST, HOST).get(1, TimeUnit.MINUTES)).isNotNull();
            }
        }
    }

    private void answer(DatagramSocket server) {
        byte[] bytes = new byte[4_096];
        while (!server.isClosed()) {
            try {
                DatagramPacket asked = new DatagramPacket(bytes, bytes.length);
                server.receive(asked);
                Message query = new Message(Arrays.copyOf(bytes, asked.getLength()));
                byte[] answer = mutated(answered(query).toWire());
                server.send(new DatagramPacket(answer, answer.length, asked.getSocketAddress()));
            } catch (IOException e) {
                // The test is over, or the question was none.
            }
        }
    }

    /** A well-formed answer of one kind or another. */
    private Message answered(Message query) {
        Message answer = new Message(query.getHeader().getID());
        Record question = query.getQuestion();
        answer.addRecord(question, Section.QUESTION);
        answer.getHeader().setFlag(Flags.QR);
        if (random.nextBoolean()) {
            answer.getHeader().setFlag(Flags.AA);
        }
        answer.getHeader().setRcode(random.nextInt(4) == 0 ? random.nextInt(16) : 0);
        Name name = question.getName();
        for (int left = random.nextInt(4); left > 0; left--) {
            answer.addRecord(record(name), random.nextInt(3) + 1);
        }
        return answer;
    }

    private Record record(Name name) {
        try {
            Name other = random.nextBoolean() ? name : Name.fromString("other.papermoon.example.");
            return switch (random.nextInt(6)) {
                case 0 -> new ARecord(name, DClass.IN, 300, InetAddress.getLoopbackAddress());
                case 1 -> new CNAMERecord(name, DClass.IN, 300, other);
                case 2 -> new NSRecord(name, DClass.IN, 300, other);
                case 3 -> new SOARecord(name, DClass.IN, 300, other, other, 1, 2, 3, 4, 5);
                case 4 -> new CAARecord(name, DClass.IN, 300, random.nextInt(256), "issue", "authority.example; x=\"");
                default -> new TXTRecord(name, DClass.IN, 300, "v".repeat(random.nextInt(255)));
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Now and then as it is, mostly with some bytes changed, doubled or cut off. */
    private byte[] mutated(byte[] wire) {
        byte[] bytes = wire.clone();
        for (int left = random.nextInt(4); left > 0; left--) {
            // The number of the question stays: what does not answer it is passed over.
            int at = Math.min(bytes.length - 1, 2 + random.nextInt(bytes.length));
            switch (random.nextInt(3)) {
                case 0 -> bytes[at] = (byte) random.nextInt(256);
                case 1 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
                default -> bytes = Arrays.copyOf(bytes, Math.max(2, at));
            }
        }
        return bytes;
    }
}
