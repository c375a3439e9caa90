package evenharbor.practice.authority;

import java.io.IOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.bouncycastle.asn1.x509.AuthorityKeyIdentifier;
import org.bouncycastle.cert.jcajce.JcaX509CertificateHolder;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.pkcs.PKCS10CertificationRequest;
import org.jose4j.base64url.Base64Url;
import org.jose4j.jwk.JsonWebKey;
import org.jose4j.lang.JoseException;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;

/** Accounts, orders, authorizations and certificates of the authority (RFC 8555 section 7). */
public final class Acme {

    /** The domain name that CAA records name it by. */
    public static final String NAME = "authority.localhost";

    private static final Duration LIFE = Duration.ofDays(90);
    private static final Duration LATE = Duration.ofMinutes(2);
    private static final Duration ADVICE_AGAIN = Duration.ofHours(6);

    private final Root root;
    private final Validation validation;
    private final Path folder;
    private final Clock clock;
    private final Map<String, JsonWebKey> accounts = new ConcurrentHashMap<>();
    private final Map<String, Order> orders = new ConcurrentHashMap<>();
    private final Map<String, Authorization> authorizations = new ConcurrentHashMap<>();
    private final Map<BigInteger, Issued> certificates = new ConcurrentHashMap<>();
    private volatile String base = "";
    private volatile AuthorityFault fault = AuthorityFault.NONE;
    private volatile Instant hurriedAt;

    /** An answer: JSON, or text. */
    record Answer(int status, Map<String, Object> body, String text, Map<String, String> fields) {

        static Answer of(int status, Map<String, Object> body) {
            return new Answer(status, body, null, Map.of());
        }

        static Answer at(int status, Map<String, Object> body, String location) {
            return new Answer(status, body, null, Map.of("Location", location));
        }

        static Answer problem(int status, String type, String detail) {
            return of(status, problem(type, detail));
        }

        static Map<String, Object> problem(String type, String detail) {
            return Map.of("type", "urn:ietf:params:acme:error:" + type, "detail", detail);
        }

        Answer later(Duration wait) {
            Map<String, String> more = new LinkedHashMap<>(fields);
            more.put("Retry-After", String.valueOf(Math.max(1, wait.toSeconds())));
            return new Answer(status, body, text, more);
        }
    }

    private static final class Order {
        final String id = id();
        String account;
        List<Authorization> authorizations = new ArrayList<>();
        Optional<Instant> notAfter = Optional.empty();
        String status = "pending";
        Map<String, Object> error;
        Instant readyAt;
        String certificate;
    }

    private static final class Authorization {
        final String id = id();
        final String token = id();
        String name;
        boolean wildcard;
        String thumbprint;
        String status = "pending";
        String tried = "";
        Map<String, Object> error;
    }

    private record Issued(String pem, X509Certificate leaf, Instant at) {}

    /**
     * An authority.
     *
     * @param names asks name servers from the root down
     * @param httpPort where plain HTTP is; 80 outside
     * @param folder where accounts and certificates are kept
     */
    public Acme(Root root, NameServers names, int httpPort, Path folder, Clock clock) {
        this.root = root;
        this.validation = new Validation(names::ask, httpPort);
        this.folder = folder;
        this.clock = clock;
        try {
            Files.createDirectories(folder.resolve("accounts"));
            Files.createDirectories(folder.resolve("issued"));
            reopen();
        } catch (IOException | GeneralSecurityException | JoseException e) {
            throw new IllegalStateException("The practice authority cannot be opened again", e);
        }
    }

    /** Who is asked about names. */
    public interface NameServers {
        /** The records of a type at a name, aliases followed, as the name's own servers have them now. */
        List<Record> ask(Name name, int type);
    }

    private void reopen() throws IOException, GeneralSecurityException, JoseException {
        for (Path file : files("accounts")) {
            accounts.put(file.getFileName().toString(), JsonWebKey.Factory.newJwk(Files.readString(file)));
        }
        for (Path file : files("issued")) {
            keep(Files.readString(file), Files.getLastModifiedTime(file).toInstant());
        }
    }

    private List<Path> files(String kind) throws IOException {
        try (Stream<Path> all = Files.list(folder.resolve(kind))) {
            return all.toList();
        }
    }

    private void keep(String pem, Instant at) throws IOException, GeneralSecurityException {
        X509Certificate leaf = Root.certificate(pem);
        certificates.put(leaf.getSerialNumber(), new Issued(pem, leaf, at));
    }

    void at(String base) {
        this.base = base;
    }

    /** What is wrong with it. */
    public AuthorityFault fault() {
        return fault;
    }

    /** Makes something go wrong with it. */
    public void setFault(AuthorityFault fault) {
        this.fault = fault;
    }

    /** Whether it advises to renew at once what it issued so far, as when it has to withdraw it. */
    public boolean hurried() {
        return hurriedAt != null;
    }

    /** Makes it advise to renew at once what it issued so far, or as usual. */
    public void setHurried(boolean hurried) {
        hurriedAt = hurried ? clock.instant() : null;
    }

    private static String id() {
        return UUID.randomUUID().toString().replace("-", "");
    }

    Map<String, Object> directory() {
        return Map.of(
                "newNonce", base + "/new-nonce",
                "newAccount", base + "/new-account",
                "newOrder", base + "/new-order",
                "revokeCert", base + "/revoke",
                "keyChange", base + "/key-change",
                "renewalInfo", base + "/renewal",
                "meta", Map.of("caaIdentities", List.of(NAME), "externalAccountRequired", false));
    }

    Optional<JsonWebKey> key(String account) {
        return Optional.ofNullable(accounts.get(account.substring(account.lastIndexOf('/') + 1)));
    }

    Answer carryOut(String path, Jws jws) throws IOException {
        String[] part = path.substring(1).split("/");
        return switch (part[0]) {
            case "new-account" -> account(jws);
            case "new-order" -> order(jws);
            case "order" -> one(orders.get(part[1]));
            case "authz" -> authorization(authorizations.get(part[1]));
            case "challenge" -> challenge(authorizations.get(part[1]), part[2]);
            case "finalize" -> finish(orders.get(part[1]), jws);
            case "cert" -> certificate(part[1]);
            case "account" -> Answer.of(200, Map.of("status", "valid"));
            case "revoke" -> Answer.of(200, Map.of());
            default -> Answer.problem(404, "malformed", "There is nothing here");
        };
    }

    private Answer account(Jws jws) throws IOException {
        String id = Jws.thumbprint(jws.key());
        boolean known = accounts.containsKey(id);
        if (!known && Boolean.TRUE.equals(jws.payload().get("onlyReturnExisting"))) {
            return Answer.problem(400, "accountDoesNotExist", "No such account");
        }
        accounts.put(id, jws.key());
        Files.writeString(folder.resolve("accounts").resolve(id), jws.key().toJson());
        return Answer.at(known ? 200 : 201, Map.of("status", "valid"), base + "/account/" + id);
    }

    private Answer order(Jws jws) {
        Order order = new Order();
        order.account = jws.account().orElse("");
        if (jws.payload().get("notAfter") instanceof String until) {
            order.notAfter = Optional.of(Instant.parse(until));
        }
        for (Object each : (List<?>) jws.payload().getOrDefault("identifiers", List.of())) {
            String name = String.valueOf(((Map<?, ?>) each).get("value"));
            Authorization authorization = new Authorization();
            authorization.wildcard = name.startsWith("*.");
            authorization.name = authorization.wildcard ? name.substring(2) : name;
            authorization.thumbprint = Jws.thumbprint(jws.key());
            authorizations.put(authorization.id, authorization);
            order.authorizations.add(authorization);
        }
        if (order.authorizations.isEmpty()) {
            return Answer.problem(400, "malformed", "An order names what it is for");
        }
        orders.put(order.id, order);
        return Answer.at(201, body(order), base + "/order/" + order.id);
    }

    private Answer one(Order order) {
        if (order == null) {
            return Answer.problem(404, "malformed", "No such order");
        }
        if (order.status.equals("processing") && !clock.instant().isBefore(order.readyAt)) {
            order.status = "valid";
        }
        Answer answer = Answer.of(200, body(order));
        return order.status.equals("processing")
                ? answer.later(Duration.between(clock.instant(), order.readyAt))
                : answer;
    }

    private Map<String, Object> body(Order order) {
        if (order.status.equals("pending")) {
            if (order.authorizations.stream().allMatch(a -> a.status.equals("valid"))) {
                order.status = "ready";
            }
            order.authorizations.stream()
                    .filter(a -> a.status.equals("invalid"))
                    .findFirst()
                    .ifPresent(a -> {
                        order.status = "invalid";
                        order.error = a.error;
                    });
        }
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("status", order.status);
        body.put(
                "expires",
                clock.instant()
                        .plus(7, ChronoUnit.DAYS)
                        .truncatedTo(ChronoUnit.SECONDS)
                        .toString());
        body.put(
                "identifiers",
                order.authorizations.stream()
                        .map(a -> identifier((a.wildcard ? "*." : "") + a.name))
                        .toList());
        body.put(
                "authorizations",
                order.authorizations.stream().map(a -> base + "/authz/" + a.id).toList());
        body.put("finalize", base + "/finalize/" + order.id);
        if (order.error != null) {
            body.put("error", order.error);
        }
        if (order.status.equals("valid")) {
            body.put("certificate", order.certificate);
        }
        return body;
    }

    private static Map<String, Object> identifier(String name) {
        return Map.of("type", "dns", "value", name);
    }

    private Answer authorization(Authorization authorization) {
        if (authorization == null) {
            return Answer.problem(404, "malformed", "No such authorization");
        }
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("status", authorization.status);
        body.put("identifier", identifier(authorization.name));
        body.put(
                "expires",
                clock.instant()
                        .plus(7, ChronoUnit.DAYS)
                        .truncatedTo(ChronoUnit.SECONDS)
                        .toString());
        if (authorization.wildcard) {
            body.put("wildcard", true);
        }
        List<Map<String, Object>> challenges = new ArrayList<>();
        if (!authorization.wildcard) {
            challenges.add(challengeBody(authorization, "http-01"));
        }
        challenges.add(challengeBody(authorization, "dns-01"));
        body.put("challenges", challenges);
        return Answer.of(200, body);
    }

    private Map<String, Object> challengeBody(Authorization authorization, String type) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("type", type);
        body.put("url", base + "/challenge/" + authorization.id + "/" + type);
        body.put("token", authorization.token);
        body.put("status", authorization.tried.equals(type) ? authorization.status : "pending");
        if (authorization.error != null && authorization.tried.equals(type)) {
            body.put("error", authorization.error);
        }
        return body;
    }

    private Answer challenge(Authorization authorization, String type) {
        if (authorization == null) {
            return Answer.problem(404, "malformed", "No such challenge");
        }
        if (authorization.status.equals("pending") && authorization.tried.isEmpty()) {
            authorization.tried = type;
            try {
                look(authorization, type);
                authorization.status = "valid";
            } catch (Validation.Failure e) {
                authorization.error = Answer.problem(e.type(), e.getMessage());
                authorization.status = "invalid";
            }
        }
        return Answer.of(200, challengeBody(authorization, type));
    }

    private void look(Authorization authorization, String type) throws Validation.Failure {
        String agreed = authorization.token + "." + authorization.thumbprint;
        if (fault == AuthorityFault.REFUSES_CAA) {
            throw new Validation.Failure("caa", "CAA records at " + authorization.name + " do not permit " + NAME);
        }
        if (fault == AuthorityFault.WRONG_CONTENT) {
            throw new Validation.Failure(
                    "unauthorized", "The file at " + authorization.name + " does not hold what was agreed");
        }
        validation.permits(authorization.name, authorization.wildcard, NAME);
        if (type.equals("http-01")) {
            validation.http(authorization.name, authorization.token, agreed);
        } else {
            validation.dns(authorization.name, digest(agreed));
        }
    }

    private static String digest(String text) {
        try {
            return Base64Url.encode(
                    MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.US_ASCII)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private Answer finish(Order order, Jws jws) throws IOException {
        if (order == null) {
            return Answer.problem(404, "malformed", "No such order");
        }
        body(order);
        if (!order.status.equals("ready")) {
            return Answer.problem(403, "orderNotReady", "The order is " + order.status);
        }
        Instant now = clock.instant();
        Instant real = Instant.now();
        try {
            PKCS10CertificationRequest request = new PKCS10CertificationRequest(
                    Base64.getUrlDecoder().decode(String.valueOf(jws.payload().get("csr"))));
            // A browser's clock may be behind the one here, which can be moved ahead.
            Instant from = (now.isBefore(real) ? now : real).minus(1, ChronoUnit.HOURS);
            List<X509Certificate> chain = root.issue(
                    order.authorizations.stream()
                            .map(a -> (a.wildcard ? "*." : "") + a.name)
                            .distinct()
                            .toList(),
                    new JcaPEMKeyConverter().getPublicKey(request.getSubjectPublicKeyInfo()),
                    from,
                    order.notAfter.orElse(now.plus(LIFE)));
            X509Certificate leaf = chain.get(0);
            String pem = Root.pem(chain.toArray());
            certificates.put(leaf.getSerialNumber(), new Issued(pem, leaf, now));
            Path file = Files.writeString(
                    folder.resolve("issued").resolve(leaf.getSerialNumber().toString(16)), pem);
            Files.setLastModifiedTime(file, FileTime.from(now));
            order.certificate = base + "/cert/" + leaf.getSerialNumber().toString(16);
        } catch (IOException | IllegalArgumentException e) {
            return Answer.problem(400, "badCSR", "The request for a certificate cannot be read");
        }
        order.status = "processing";
        order.readyAt = fault == AuthorityFault.LATE ? now.plus(LATE) : now;
        return one(order);
    }

    private Answer certificate(String serial) {
        Issued issued = certificates.get(new BigInteger(serial, 16));
        return issued == null
                ? Answer.problem(404, "malformed", "No such certificate")
                : new Answer(200, Map.of(), issued.pem(), Map.of());
    }

    /** When a certificate should be renewed (RFC 9773): around two thirds of the time from when it was issued. */
    Answer renewal(String id) {
        for (Issued issued : certificates.values()) {
            if (renewalId(issued.leaf()).equals(id)) {
                Instant now = clock.instant();
                Duration life = Duration.between(
                        issued.at(), issued.leaf().getNotAfter().toInstant());
                Instant middle = issued.at().plus(life.multipliedBy(2).dividedBy(3));
                Instant since = hurriedAt;
                boolean hurry = since != null && !issued.at().isAfter(since);
                Instant start = hurry ? now.minus(2, ChronoUnit.HOURS) : middle.minus(life.dividedBy(30));
                Instant end = hurry ? now.minus(1, ChronoUnit.HOURS) : middle;
                return Answer.of(200, Map.of("suggestedWindow", Map.of("start", second(start), "end", second(end))))
                        .later(ADVICE_AGAIN);
            }
        }
        return Answer.problem(404, "malformed", "No such certificate");
    }

    private static String second(Instant time) {
        return time.truncatedTo(ChronoUnit.SECONDS).toString();
    }

    /** The certificate's name in URLs (RFC 9773 section 4.1). */
    private static String renewalId(X509Certificate leaf) {
        try {
            byte[] authority = AuthorityKeyIdentifier.fromExtensions(new JcaX509CertificateHolder(leaf).getExtensions())
                    .getKeyIdentifierOctets();
            Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
            return encoder.encodeToString(authority) + "."
                    + encoder.encodeToString(leaf.getSerialNumber().toByteArray());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Until when each name's latest certificate is valid. */
    public Map<String, Instant> issued() {
        Map<String, Instant> until = new TreeMap<>();
        certificates
                .values()
                .forEach(c -> until.merge(
                        c.leaf().getSubjectX500Principal().getName().replaceFirst("^CN=", ""),
                        c.leaf().getNotAfter().toInstant(),
                        (a, b) -> a.isAfter(b) ? a : b));
        return until;
    }
}
