package evenharbor.practice.dns;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Arrays;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Opcode;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Section;

/** The transport of a DNS server: one address, UDP and TCP (RFC 1035 section 4.2, RFC 7766). */
final class DnsServer implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(DnsServer.class);
    private static final int PLAIN_UDP = 512;
    private static final int LARGEST_UDP = 1232;

    /** What answers. */
    interface Answerer {
        /** The answer to a message; null for none at all. */
        Message answer(Message query, byte[] wire);
    }

    private final String label;
    private final Answerer answerer;
    private final DatagramSocket udp;
    private final ServerSocket tcp;
    private final ExecutorService workers;
    private volatile Fault fault = Fault.NONE;

    DnsServer(String label, InetAddress address, int port, Answerer answerer) throws IOException {
        this.label = label;
        this.answerer = answerer;
        this.udp = new DatagramSocket(new InetSocketAddress(address, port));
        this.tcp = new ServerSocket();
        tcp.setReuseAddress(true);
        tcp.bind(new InetSocketAddress(address, port));
        this.workers = Executors.newCachedThreadPool(work -> {
            Thread thread = new Thread(work, "practice-dns-" + label);
            thread.setDaemon(true);
            return thread;
        });
        workers.execute(this::listenUdp);
        workers.execute(this::listenTcp);
    }

    Fault fault() {
        return fault;
    }

    void setFault(Fault fault) {
        this.fault = fault;
    }

    private void listenUdp() {
        byte[] buffer = new byte[65_535];
        while (!udp.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                udp.receive(packet);
            } catch (IOException e) {
                return;
            }
            byte[] wire = Arrays.copyOf(packet.getData(), packet.getLength());
            InetSocketAddress from = (InetSocketAddress) packet.getSocketAddress();
            workers.execute(() -> {
                byte[] answer = answer(wire, false);
                try {
                    if (answer.length > 0) {
                        udp.send(new DatagramPacket(answer, answer.length, from));
                    }
                } catch (IOException e) {
                    LOG.debug("An answer could not be sent", e);
                }
            });
        }
    }

    private void listenTcp() {
        while (!tcp.isClosed()) {
            try {
                Socket socket = tcp.accept();
                workers.execute(() -> converse(socket));
            } catch (IOException e) {
                return;
            }
        }
    }

    private void converse(Socket socket) {
        try (socket) {
            socket.setTcpNoDelay(true);
            socket.setSoTimeout(10_000);
            DataInputStream in = new DataInputStream(socket.getInputStream());
            DataOutputStream out = new DataOutputStream(socket.getOutputStream());
            while (true) {
                byte[] wire = new byte[in.readUnsignedShort()];
                in.readFully(wire);
                byte[] answer = answer(wire, true);
                if (answer.length == 0) {
                    return;
                }
                byte[] framed = new byte[answer.length + 2];
                framed[0] = (byte) (answer.length >> 8);
                framed[1] = (byte) answer.length;
                System.arraycopy(answer, 0, framed, 2, answer.length);
                out.write(framed);
                out.flush();
            }
        } catch (IOException e) {
            LOG.debug("A conversation ended", e);
        }
    }

    private byte[] answer(byte[] wire, boolean byTcp) {
        Fault now = fault;
        if (now == Fault.SILENT) {
            return new byte[0];
        }
        try {
            Message query = new Message(wire);
            if (now == Fault.SLOW) {
                Thread.sleep(3_000);
            }
            Message answer = now == Fault.FAILING || now == Fault.LAME
                    ? failure(query, now == Fault.LAME ? Rcode.REFUSED : Rcode.SERVFAIL)
                    : answerer.answer(query, wire);
            if (answer == null) {
                return new byte[0];
            }
            int room = byTcp
                    ? 65_535
                    : query.getOPT() == null
                            ? PLAIN_UDP
                            : Math.min(LARGEST_UDP, query.getOPT().getPayloadSize());
            byte[] whole = answer.toWire(65_535);
            if (whole.length <= room) {
                return whole;
            }
            Message cut = failure(query, answer.getRcode());
            cut.getHeader().setFlag(Flags.TC);
            return cut.toWire();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new byte[0];
        } catch (IOException | RuntimeException e) {
            LOG.debug("{} was asked something odd", label, e);
            return new byte[0];
        }
    }

    /** An answer without records. */
    static Message failure(Message query, int rcode) {
        Message answer = new Message(query.getHeader().getID());
        answer.getHeader().setFlag(Flags.QR);
        answer.getHeader().setOpcode(query.getHeader().getOpcode());
        if (query.getHeader().getFlag(Flags.RD)) {
            answer.getHeader().setFlag(Flags.RD);
        }
        answer.getHeader().setRcode(rcode);
        if (query.getQuestion() != null && query.getHeader().getOpcode() != Opcode.NOTIFY) {
            answer.addRecord(query.getQuestion(), Section.QUESTION);
        }
        return answer;
    }

    @Override
    public void close() throws IOException {
        udp.close();
        tcp.close();
        workers.shutdownNow();
    }
}
