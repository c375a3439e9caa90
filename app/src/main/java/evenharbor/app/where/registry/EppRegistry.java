package evenharbor.app.where.registry;

import evenharbor.app.common.outbound.Deadline;
import evenharbor.core.where.domain.Price;
import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.UUID;
import javax.net.ssl.SSLSocketFactory;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/** A registry by EPP (RFC 5730, 5731, 5734), with fees by RFC 8748. One conversation for each request. */
@Component
class EppRegistry implements Registry {

    private static final String EPP = "urn:ietf:params:xml:ns:epp-1.0";
    private static final String DOMAIN = "urn:ietf:params:xml:ns:domain-1.0";
    private static final String FEE = "urn:ietf:params:xml:ns:epp:fee-1.0";
    private static final int PATIENCE_MILLIS = 4_000;
    private static final Duration MOST_IN_ALL = Duration.ofSeconds(20);
    private static final int LONGEST_FRAME = 1 << 20;

    private static final int FAILED = 2000;
    private static final int EXISTS = 2302;
    private static final int NOT_THERE = 2303;
    private static final int NOT_OURS = 2201;

    private final RegistryProperties properties;
    private final Duration mostInAll;

    @Autowired
    EppRegistry(RegistryProperties properties) {
        this(properties, MOST_IN_ALL);
    }

    EppRegistry(RegistryProperties properties, Duration mostInAll) {
        this.properties = properties;
        this.mostInAll = mostInAll;
    }

    @Override
    public List<String> endings() {
        return properties.endings();
    }

    @Override
    public List<Offer> check(List<String> names) throws Refusal {
        StringBuilder list = new StringBuilder();
        names.forEach(name -> list.append("<domain:name>").append(escaped(name)).append("</domain:name>"));
        Answer answer = ask("<check><domain:check xmlns:domain=\"" + DOMAIN + "\">" + list
                + "</domain:check></check><extension><fee:check xmlns:fee=\"" + FEE
                + "\"><fee:command name=\"create\"/><fee:command name=\"renew\"/></fee:check></extension>");
        Map<String, Boolean> free = new HashMap<>();
        for (Element name : answer.all(DOMAIN, "name")) {
            free.put(name.getTextContent().strip(), name.getAttribute("avail").matches("1|true"));
        }
        Map<String, Element> fees = new HashMap<>();
        answer.all(FEE, "cd").forEach(cd -> fees.put(text(cd, FEE, "objID"), cd));
        String currency = answer.all(FEE, "currency").stream()
                .findFirst()
                .map(e -> e.getTextContent().strip())
                .orElse("");
        return names.stream()
                .map(name -> {
                    Element fee = fees.get(name);
                    return new Offer(
                            name,
                            free.getOrDefault(name, false),
                            fee != null && text(fee, FEE, "class").equals("premium"),
                            Optional.ofNullable(fee).map(f -> price(f, currency)));
                })
                .toList();
    }

    private static Price price(Element cd, String currency) {
        Map<String, Long> byCommand = new HashMap<>();
        for (Element command : all(cd, FEE, "command")) {
            byCommand.put(
                    command.getAttribute("name"),
                    new BigDecimal(text(command, FEE, "fee")).movePointRight(2).longValueExact());
        }
        return new Price(byCommand.getOrDefault("create", 0L), byCommand.getOrDefault("renew", 0L), currency);
    }

    @Override
    public Optional<Registration> register(String name, List<String> nameServers) throws Refusal {
        StringBuilder servers = new StringBuilder();
        nameServers.forEach(
                ns -> servers.append("<domain:hostObj>").append(escaped(ns)).append("</domain:hostObj>"));
        Answer answer = ask("<create><domain:create xmlns:domain=\"" + DOMAIN + "\"><domain:name>" + escaped(name)
                + "</domain:name><domain:period unit=\"y\">1</domain:period><domain:ns>" + servers
                + "</domain:ns><domain:authInfo><domain:pw>" + UUID.randomUUID()
                + "</domain:pw></domain:authInfo></domain:create></create>");
        if (answer.code() == EXISTS) {
            return Optional.empty();
        }
        return Optional.of(registration(name, answer.done()));
    }

    @Override
    public Optional<Registration> find(String name) throws Refusal {
        Answer answer = ask("<info><domain:info xmlns:domain=\"" + DOMAIN + "\"><domain:name>" + escaped(name)
                + "</domain:name></domain:info></info>");
        // Another's domain is told of, too (RFC 5731 section 3.1.2): the sponsor says whose it is.
        return answer.code() == NOT_THERE || answer.code() == NOT_OURS || !sponsoredByUs(answer)
                ? Optional.empty()
                : Optional.of(registration(name, answer.done()));
    }

    private boolean sponsoredByUs(Answer answer) throws Refusal {
        List<Element> sponsors = answer.done().all(DOMAIN, "clID");
        if (sponsors.isEmpty()) {
            throw new Refusal("The registry does not say whose it is.", true, null);
        }
        return sponsors.get(0).getTextContent().strip().equals(properties.client());
    }

    private static Registration registration(String name, Answer answer) throws Refusal {
        try {
            return new Registration(name, instant(answer, "exDate").orElseThrow());
        } catch (DateTimeException | NoSuchElementException e) {
            throw new Refusal("The registry does not say until when.", true, e);
        }
    }

    private static Optional<Instant> instant(Answer answer, String element) {
        return answer.all(DOMAIN, element).stream()
                .findFirst()
                .map(e -> OffsetDateTime.parse(e.getTextContent().strip()).toInstant());
    }

    @Override
    public Registration renew(Registration registration) throws Refusal {
        Answer answer =
                ask("<renew><domain:renew xmlns:domain=\"" + DOMAIN + "\"><domain:name>" + escaped(registration.name())
                        + "</domain:name><domain:curExpDate>"
                        + registration.expiresAt().toString().substring(0, 10)
                        + "</domain:curExpDate><domain:period unit=\"y\">1</domain:period></domain:renew></renew>");
        return registration(registration.name(), answer.done());
    }

    @Override
    public void release(String name) throws Refusal {
        Answer answer = ask("<delete><domain:delete xmlns:domain=\"" + DOMAIN + "\"><domain:name>" + escaped(name)
                + "</domain:name></domain:delete></delete>");
        if (answer.code() != NOT_THERE) {
            answer.done();
        }
    }

    /** What came back. */
    private record Answer(int code, String message, Element root) {

        List<Element> all(String namespace, String name) {
            return EppRegistry.all(root, namespace, name);
        }

        Answer done() throws Refusal {
            if (code >= FAILED) {
                throw new Refusal("The registry refuses: " + message + " (" + code + ").", false, null);
            }
            return this;
        }
    }

    @SuppressWarnings("try") // A deadline works by being open.
    private Answer ask(String command) throws Refusal {
        try (Socket socket = connected();
                Deadline deadline = Deadline.of(socket, mostInAll)) {
            socket.setSoTimeout(PATIENCE_MILLIS);
            socket.setTcpNoDelay(true);
            DataInputStream in = new DataInputStream(socket.getInputStream());
            DataOutputStream out = new DataOutputStream(socket.getOutputStream());
            read(in);
            write(
                    out,
                    "<login><clID>" + escaped(properties.client()) + "</clID><pw>" + escaped(properties.password())
                            + "</pw><options><version>1.0</version><lang>en</lang></options><svcs><objURI>" + DOMAIN
                            + "</objURI><svcExtension><extURI>" + FEE
                            + "</extURI></svcExtension></svcs></login>");
            answer(in).done();
            write(out, command);
            Answer answer = answer(in);
            write(out, "<logout/>");
            return answer;
        } catch (IOException | SAXException | NumberFormatException e) {
            throw new Refusal("The registry does not answer.", true, e);
        }
    }

    private Socket connected() throws IOException {
        Socket socket = properties.tls() ? SSLSocketFactory.getDefault().createSocket() : new Socket();
        socket.connect(new InetSocketAddress(properties.host(), properties.port()), PATIENCE_MILLIS);
        return socket;
    }

    private static void write(DataOutputStream out, String command) throws IOException {
        byte[] xml = ("<?xml version=\"1.0\" encoding=\"UTF-8\"?><epp xmlns=\"" + EPP + "\"><command>" + command
                        + "<clTRID>" + UUID.randomUUID() + "</clTRID></command></epp>")
                .getBytes(StandardCharsets.UTF_8);
        out.writeInt(xml.length + 4);
        out.write(xml);
        out.flush();
    }

    private static Answer answer(DataInputStream in) throws IOException, SAXException {
        Element root = read(in);
        Element result = all(root, EPP, "result").stream().findFirst().orElseThrow(() -> new IOException("No result"));
        return new Answer(Integer.parseInt(result.getAttribute("code")), text(result, EPP, "msg"), root);
    }

    private static Element read(DataInputStream in) throws IOException, SAXException {
        int length = in.readInt() - 4;
        if (length < 0 || length > LONGEST_FRAME) {
            throw new IOException("A frame of " + length + " octets");
        }
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            return factory.newDocumentBuilder()
                    .parse(new ByteArrayInputStream(in.readNBytes(length)))
                    .getDocumentElement();
        } catch (ParserConfigurationException e) {
            throw new IOException(e);
        }
    }

    private static List<Element> all(Element within, String namespace, String name) {
        NodeList found = within.getElementsByTagNameNS(namespace, name);
        List<Element> list = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++) {
            list.add((Element) found.item(i));
        }
        return list;
    }

    private static String text(Element within, String namespace, String name) {
        return all(within, namespace, name).stream()
                .findFirst()
                .map(e -> e.getTextContent().strip())
                .orElse("");
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }
}
