package evenharbor.app.where.dns;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneFile;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.TSIG;
import org.xbill.DNS.Type;
import org.xbill.DNS.Update;
import org.xbill.DNS.ZoneTransferException;
import org.xbill.DNS.ZoneTransferIn;

/**
 * The primary name server of the zones we host: zones are read by transfer (RFC 5936) and changed by signed updates (RFC
 * 2136, 8945), which any standard name server takes.
 */
@Component
public class ZoneServer {

    private static final Duration PATIENCE = Duration.ofSeconds(4);

    private final ZoneProperties properties;

    ZoneServer(ZoneProperties properties) {
        this.properties = properties;
    }

    /**
     * A zone as the server has it.
     *
     * @param zone its record sets
     * @param serial the serial of its SOA record
     */
    public record Transferred(Zone zone, long serial) {}

    /** Why the server did not do what was asked. */
    public enum Failure {
        NOT_SET_UP("No name server for zones is set up on this harbor."),
        NO_ANSWER("The name server does not answer."),
        WRONG_KEY("The name server does not know our key, or has another one under its name."),
        REFUSED("The name server refuses: our key may not change this zone."),
        NO_ZONE("The name server does not have this zone."),
        LOST("The name server no longer has this zone, or has it empty. Restore it from our copy."),
        CHANGED("The zone was changed by someone in the meantime."),
        FAILED("The name server says that it failed.");

        private final String sentence;

        Failure(String sentence) {
            this.sentence = sentence;
        }

        /** What happened, in a sentence. */
        public String sentence() {
            return sentence;
        }
    }

    /** The server did not do it; nothing was changed there. */
    public static final class Refusal extends Exception {
        private final Failure failure;

        /** Says why, and what it comes from. */
        public Refusal(Failure failure, Throwable cause) {
            super(failure.sentence(), cause);
            this.failure = failure;
        }

        /** Why. */
        public Failure failure() {
            return failure;
        }
    }

    /** Whether zones can be kept at all: a name server is set up for them. */
    public boolean present() {
        return !properties.primary().isBlank();
    }

    /** Whether the zone that this harbor's own names lie in is kept there, and may be changed. */
    public boolean ownZone() {
        return present() && properties.own();
    }

    /** The host names that domains are delegated to. */
    public List<String> nameServers() {
        return properties.nameServers();
    }

    private TSIG key() {
        return new TSIG(
                Name.fromConstantString(properties.keyAlgorithm() + "."), properties.keyName(), properties.keySecret());
    }

    private static Name name(HostName host) {
        return Name.fromConstantString(host.ascii() + ".");
    }

    /** Reads a whole zone. */
    public Transferred transfer(HostName apex) throws Refusal {
        needPresent();
        try {
            ZoneTransferIn transfer = ZoneTransferIn.newAXFR(
                    name(apex), new InetSocketAddress(properties.primary(), properties.port()), key());
            transfer.setTimeout(PATIENCE);
            transfer.run();
            StringBuilder file = new StringBuilder();
            long serial = 0;
            for (Record record : transfer.getAXFR()) {
                file.append(record).append('\n');
                serial = record instanceof SOARecord soa ? soa.getSerial() : serial;
            }
            return new Transferred(
                    Zone.of(apex, ZoneFile.read(file.toString(), apex).sets()), serial);
        } catch (ZoneTransferException e) {
            throw new Refusal(ofTransfer(e, apex), e);
        } catch (IOException e) {
            throw new Refusal(Failure.NO_ANSWER, e);
        }
    }

    private Failure ofTransfer(ZoneTransferException e, HostName apex) {
        String message = String.valueOf(e.getMessage());
        if (message.contains("BADKEY") || message.contains("BADSIG") || message.contains("TSIG")) {
            return Failure.WRONG_KEY;
        }
        if (message.contains("NOTAUTH")) {
            return knowsKey(apex) ? Failure.NO_ZONE : Failure.WRONG_KEY;
        }
        return message.contains("REFUSED") ? Failure.REFUSED : Failure.FAILED;
    }

    /** A transfer's refusal does not say whether the key or the zone was the matter; a signed question does. */
    private boolean knowsKey(HostName apex) {
        try {
            return signing()
                    .send(Message.newQuery(Record.newRecord(name(apex), Type.SOA, DClass.IN)))
                    .isVerified();
        } catch (IOException e) {
            return false;
        }
    }

    private SimpleResolver signing() {
        SimpleResolver server = new SimpleResolver(new InetSocketAddress(properties.primary(), properties.port()));
        server.setTCP(true);
        server.setTimeout(PATIENCE);
        server.setTSIGKey(key());
        return server;
    }

    private void needPresent() throws Refusal {
        if (!present()) {
            throw new Refusal(Failure.NOT_SET_UP, null);
        }
    }

    /** Makes a zone, unless it is there. */
    public void create(HostName apex) throws Refusal {
        if (!properties.createCommand().isEmpty()) {
            needPresent();
            run(properties.createCommand().replace("{zone}", apex.ascii()));
        } else {
            send(new Update(name(apex)));
        }
    }

    private static void run(String command) throws Refusal {
        try {
            Process process = new ProcessBuilder("/bin/sh", "-c", command)
                    .redirectErrorStream(true)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            if (!process.waitFor(20, TimeUnit.SECONDS)
                    || (process.exitValue() != 0 && !said.contains("already exists"))) {
                throw new Refusal(Failure.FAILED, new IOException(said));
            }
        } catch (IOException e) {
            throw new Refusal(Failure.FAILED, e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal(Failure.FAILED, e);
        }
    }

    /** Carries a difference out, all of it or nothing. Fails when a set it touches is no longer as it was. */
    public void change(HostName apex, ZoneDifference difference) throws Refusal {
        Update update = new Update(name(apex));
        try {
            for (ZoneDifference.Step step : difference.steps()) {
                Name at = step.key().name().equals(RecordSet.APEX)
                        ? name(apex)
                        : Name.fromString(step.key().name(), name(apex));
                int type = Type.value(step.key().type());
                if (step.before().isPresent()) {
                    for (Record record : records(step.before().get(), at, type, name(apex))) {
                        update.present(Record.newRecord(at, type, DClass.IN, 0, record.rdataToWireCanonical()));
                    }
                } else {
                    update.absent(at, type);
                }
                update.delete(at, type);
                for (Record record : step.after().isPresent()
                        ? records(step.after().get(), at, type, name(apex))
                        : List.<Record>of()) {
                    update.add(record);
                }
            }
        } catch (IOException e) {
            throw new Refusal(Failure.FAILED, e);
        }
        send(update);
    }

    private static List<Record> records(RecordSet set, Name at, int type, Name apex) throws IOException {
        ArrayList<Record> records = new ArrayList<>();
        for (String data : set.data()) {
            records.add(Record.fromString(at, type, DClass.IN, set.ttl(), data, apex));
        }
        return records;
    }

    private void send(Update update) throws Refusal {
        needPresent();
        try {
            Message answer = signing().send(update);
            Optional<Failure> failure = switch (answer.getRcode()) {
                case Rcode.NOERROR -> Optional.empty();
                // Whoever does not know our key cannot sign the refusal either (RFC 8945 section 5.2).
                case Rcode.NOTAUTH -> Optional.of(answer.isVerified() ? Failure.NO_ZONE : Failure.WRONG_KEY);
                case Rcode.REFUSED -> Optional.of(Failure.REFUSED);
                case Rcode.NXRRSET, Rcode.YXRRSET, Rcode.NXDOMAIN, Rcode.YXDOMAIN -> Optional.of(Failure.CHANGED);
                case Rcode.NOTZONE -> Optional.of(Failure.NO_ZONE);
                default -> Optional.of(Failure.FAILED);
            };
            if (failure.isPresent()) {
                throw new Refusal(failure.get(), null);
            }
        } catch (SocketTimeoutException e) {
            throw new Refusal(Failure.NO_ANSWER, e);
        } catch (IOException e) {
            boolean key = String.valueOf(e.getMessage()).contains("TSIG")
                    || String.valueOf(e.getMessage()).contains("BAD");
            throw new Refusal(key ? Failure.WRONG_KEY : Failure.NO_ANSWER, e);
        }
    }
}
