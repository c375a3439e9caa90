package evenharbor.practice.registry;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import com.google.common.xml.XmlEscapers;
import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/** The registry's side of EPP over TCP, on loopback and therefore without TLS. */
public final class EppServer implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(EppServer.class);
    private static final String EPP = "urn:ietf:params:xml:ns:epp-1.0";
    private static final String DOMAIN = "urn:ietf:params:xml:ns:domain-1.0";
    private static final String FEE = "urn:ietf:params:xml:ns:epp:fee-1.0";

    private final Registry registry;
    private final String client;
    private final String password;
    private final ServerSocket socket;
    private final ExecutorService workers = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("practice-registry")
            .setDaemon(true)
            .build());
    private volatile boolean down;

    /** Begins to answer at a port; 0 for any that is free. */
    public EppServer(Registry registry, int port, String client, String password) throws IOException {
        this.registry = registry;
        this.client = client;
        this.password = password;
        this.socket = new ServerSocket();
        socket.setReuseAddress(true);
        socket.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        workers.execute(this::listen);
    }

    /** The port it answers at. */
    public int port() {
        return socket.getLocalPort();
    }

    /** Whether it refuses every conversation. */
    public boolean down() {
        return down;
    }

    /** Makes it refuse every conversation, or answer again. */
    public void setDown(boolean down) {
        this.down = down;
    }

    private void listen() {
        while (!socket.isClosed()) {
            try {
                Socket conversation = socket.accept();
                workers.execute(() -> converse(conversation));
            } catch (IOException e) {
                return;
            }
        }
    }

    private void converse(Socket conversation) {
        try (conversation) {
            if (down) {
                return;
            }
            conversation.setTcpNoDelay(true);
            conversation.setSoTimeout(60_000);
            DataInputStream in = new DataInputStream(conversation.getInputStream());
            DataOutputStream out = new DataOutputStream(conversation.getOutputStream());
            send(
                    out,
                    "<greeting><svID>Practice registry</svID><svDate>2026-01-01T00:00:00Z</svDate><svcMenu><version>1.0</version><lang>en</lang>"
                            + "<objURI>" + DOMAIN + "</objURI><svcExtension><extURI>" + FEE
                            + "</extURI></svcExtension></svcMenu>"
                            + "<dcp><access><all/></access><statement><purpose><prov/></purpose><recipient><ours/></recipient><retention><stated/></retention></statement></dcp></greeting>");
            boolean signedIn = false;
            while (true) {
                int length = in.readInt() - 4;
                if (length < 0 || length > 1 << 20 || down) {
                    return;
                }
                Element command = parse(in.readNBytes(length));
                if (first(command, EPP, "login").isPresent()) {
                    signedIn = text(command, EPP, "clID").equals(client)
                            && text(command, EPP, "pw").equals(password);
                    result(out, signedIn ? 1000 : 2200, "");
                } else if (first(command, EPP, "logout").isPresent()) {
                    result(out, 1500, "");
                    return;
                } else if (!signedIn) {
                    result(out, 2002, "");
                } else {
                    carryOut(command, out);
                }
            }
        } catch (IOException | SAXException e) {
            LOG.debug("A conversation ended", e);
        }
    }

    private void carryOut(Element command, DataOutputStream out) throws IOException {
        if (first(command, DOMAIN, "check").isPresent()) {
            check(command, out);
            return;
        }
        String name = text(command, DOMAIN, "name");
        Optional<Registry.Registered> known = registry.find(name);
        if (first(command, DOMAIN, "create").isPresent()) {
            Optional<Registry.Registered> made =
                    registry.create(name, client, years(command), texts(command, DOMAIN, "hostObj"));
            if (made.isEmpty()) {
                result(out, registry.sells(name) ? 2302 : 2306, "");
            } else {
                result(out, 1000, data("creData", made.get()));
            }
        } else if (known.isEmpty()) {
            result(out, 2303, "");
        } else if (first(command, DOMAIN, "info").isPresent()) {
            // Anyone is told, with whose it is (RFC 5731 section 3.1.2).
            result(out, 1000, data("infData", known.get()));
        } else if (!known.get().sponsor().equals(client)) {
            result(out, 2201, "");
        } else if (first(command, DOMAIN, "renew").isPresent()) {
            boolean agreed =
                    known.get().expires().toString().substring(0, 10).equals(text(command, DOMAIN, "curExpDate"));
            result(
                    out,
                    agreed ? 1000 : 2306,
                    agreed ? data("renData", registry.renew(known.get(), years(command))) : "");
        } else if (first(command, DOMAIN, "update").isPresent()) {
            List<String> servers = new ArrayList<>(known.get().nameServers());
            first(command, DOMAIN, "rem").ifPresent(rem -> servers.removeAll(texts(rem, DOMAIN, "hostObj")));
            first(command, DOMAIN, "add").ifPresent(add -> servers.addAll(texts(add, DOMAIN, "hostObj")));
            registry.delegate(known.get(), servers);
            result(out, 1000, "");
        } else if (first(command, DOMAIN, "delete").isPresent()) {
            registry.delete(name);
            result(out, 1000, "");
        } else {
            result(out, 2000, "");
        }
    }

    private void check(Element command, DataOutputStream out) throws IOException {
        StringBuilder names = new StringBuilder();
        StringBuilder fees = new StringBuilder();
        for (String name : texts(command, DOMAIN, "name")) {
            boolean sold = registry.sells(name);
            boolean free = sold && registry.find(name).isEmpty();
            names.append("<domain:cd><domain:name avail=\"")
                    .append(free ? 1 : 0)
                    .append("\">")
                    .append(XmlEscapers.xmlContentEscaper().escape(name))
                    .append("</domain:name>")
                    .append(free ? "" : "<domain:reason>" + (sold ? "In use" : "Not sold here") + "</domain:reason>")
                    .append("</domain:cd>");
            if (sold) {
                Registry.Fee fee = registry.fee(name);
                fees.append("<fee:cd avail=\"1\"><fee:objID>")
                        .append(name)
                        .append("</fee:objID>")
                        .append(fee.premium() ? "<fee:class>premium</fee:class>" : "")
                        .append("<fee:command name=\"create\"><fee:period unit=\"y\">1</fee:period><fee:fee>")
                        .append(euros(fee.firstYear()))
                        .append("</fee:fee></fee:command>")
                        .append("<fee:command name=\"renew\"><fee:period unit=\"y\">1</fee:period><fee:fee>")
                        .append(euros(fee.yearly()))
                        .append("</fee:fee></fee:command></fee:cd>");
            }
        }
        send(
                out,
                "<response><result code=\"1000\"><msg>Done</msg></result><resData><domain:chkData xmlns:domain=\""
                        + DOMAIN + "\">" + names
                        + "</domain:chkData></resData><extension><fee:chkData xmlns:fee=\"" + FEE
                        + "\"><fee:currency>EUR</fee:currency>" + fees
                        + "</fee:chkData></extension><trID><svTRID>practice</svTRID></trID></response>");
    }

    private static String euros(long hundredths) {
        return BigDecimal.valueOf(hundredths, 2).toPlainString();
    }

    private static int years(Element command) {
        String period = text(command, DOMAIN, "period");
        return period.isEmpty() ? 1 : Integer.parseInt(period);
    }

    private static String data(String kind, Registry.Registered name) {
        StringBuilder servers = new StringBuilder();
        name.nameServers()
                .forEach(ns -> servers.append("<domain:hostObj>").append(ns).append("</domain:hostObj>"));
        return "<resData><domain:" + kind + " xmlns:domain=\"" + DOMAIN + "\"><domain:name>" + name.domain()
                + "</domain:name>"
                + (kind.equals("infData")
                        ? "<domain:ns>" + servers + "</domain:ns><domain:clID>" + name.sponsor() + "</domain:clID>"
                        : "")
                + "<domain:crDate>" + name.created() + "</domain:crDate><domain:exDate>" + name.expires()
                + "</domain:exDate></domain:" + kind + "></resData>";
    }

    private static void result(DataOutputStream out, int code, String data) throws IOException {
        String word = switch (code) {
            case 1000 -> "Done";
            case 1500 -> "Done; ending session";
            case 2002 -> "Sign in first";
            case 2200 -> "Not signed in";
            case 2201 -> "Not yours";
            case 2302 -> "Registered already";
            case 2303 -> "Not registered";
            case 2306 -> "Against the rules";
            default -> "Unknown command";
        };
        send(
                out,
                "<response><result code=\"" + code + "\"><msg>" + word + "</msg></result>" + data
                        + "<trID><svTRID>practice</svTRID></trID></response>");
    }

    private static void send(DataOutputStream out, String body) throws IOException {
        byte[] xml = ("<?xml version=\"1.0\" encoding=\"UTF-8\"?><epp xmlns=\"" + EPP + "\">" + body + "</epp>")
                .getBytes(StandardCharsets.UTF_8);
        out.writeInt(xml.length + 4);
        out.write(xml);
        out.flush();
    }

    private static Element parse(byte[] xml) throws IOException, SAXException {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            Document document = factory.newDocumentBuilder().parse(new ByteArrayInputStream(xml));
            return document.getDocumentElement();
        } catch (ParserConfigurationException e) {
            throw new IOException(e);
        }
    }

    private static Optional<Element> first(Element within, String namespace, String name) {
        NodeList found = within.getElementsByTagNameNS(namespace, name);
        return found.getLength() == 0 ? Optional.empty() : Optional.of((Element) found.item(0));
    }

    private static String text(Element within, String namespace, String name) {
        return first(within, namespace, name)
                .map(e -> e.getTextContent().strip())
                .orElse("");
    }

    private static List<String> texts(Element within, String namespace, String name) {
        NodeList found = within.getElementsByTagNameNS(namespace, name);
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++) {
            texts.add(found.item(i).getTextContent().strip());
        }
        return texts;
    }

    @Override
    public void close() throws IOException {
        socket.close();
        workers.shutdownNow();
    }
}
