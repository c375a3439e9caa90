package evenharbor.practice.authority;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
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
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.pkcs.PKCS10CertificationRequest;
import org.jose4j.jwk.JsonWebKey;
import org.jose4j.lang.JoseException;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;

/** Accounts, orders and authorizations of the authority (RFC 8555 section 7). */
public final class Acme {

    /** The domain name that CAA records name it by. */
    public static final String NAME = "authority.localhost";

    private static final Duration LIFE = Duration.ofDays(90);
    private static final Duration LATE = Duration.ofMinutes(2);

    private final Root root;
    private final Validation validation;
    private final Path accountFolder;
    private final Clock clock;
    private final Map<String, JsonWebKey> accounts = new ConcurrentHashMap<>();
    private final Map<String, Order> orders = new ConcurrentHashMap<>();
    private final Map<String, Authorization> authorizations = new ConcurrentHashMap<>();
    private final IssuedCertificates certificates;
    private volatile String base = "";
    private volatile AuthorityFault fault = AuthorityFault.NONE;

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
        this.accountFolder = folder.resolve("accounts");
        this.clock = clock;
        try {
            Files.createDirectories(accountFolder);
            reopen();
            this.certificates = new IssuedCertificates(folder.resolve("issued"), clock);
        } catch (IOException | GeneralSecurityException | JoseException e) {
            throw new IllegalStateException("The practice authority cannot be opened again", e);
        }
    }

    /** Who is asked about names. */
    public interface NameServers {
        /** The records of a type at a name, aliases followed, as the name's own servers have them now. */
        List<Record> ask(Name name, int type);
    }

    private void reopen() throws IOException, JoseException {
        try (Stream<Path> files = Files.list(accountFolder)) {
            for (Path file : files.toList()) {
                accounts.put(file.getFileName().toString(), JsonWebKey.Factory.newJwk(Files.readString(file)));
            }
        }
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
        return certificates.hurried();
    }

    /** Makes it advise to renew at once what it issued so far, or as usual. */
    public void setHurried(boolean hurried) {
        certificates.setHurried(hurried);
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
            case "cert" -> certificates.at(part[1]);
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
        Files.writeString(accountFolder.resolve(id), jws.key().toJson());
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
            Authorization authorization = new Authorization(id(), id(), name, Jws.thumbprint(jws.key()));
            authorizations.put(authorization.id(), authorization);
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
            if (order.authorizations.stream().allMatch(Authorization::valid)) {
                order.status = "ready";
            }
            order.authorizations.stream()
                    .filter(a -> a.error() != null)
                    .findFirst()
                    .ifPresent(a -> {
                        order.status = "invalid";
                        order.error = a.error();
                    });
        }
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("status", order.status);
        body.put("expires", expiry());
        body.put(
                "identifiers",
                order.authorizations.stream()
                        .map(a -> Authorization.identifier(a.fullName()))
                        .toList());
        body.put(
                "authorizations",
                order.authorizations.stream()
                        .map(a -> base + "/authz/" + a.id())
                        .toList());
        body.put("finalize", base + "/finalize/" + order.id);
        if (order.error != null) {
            body.put("error", order.error);
        }
        if (order.status.equals("valid")) {
            body.put("certificate", order.certificate);
        }
        return body;
    }

    private Answer authorization(Authorization authorization) {
        return authorization == null
                ? Answer.problem(404, "malformed", "No such authorization")
                : Answer.of(200, authorization.body(base, expiry()));
    }

    private Answer challenge(Authorization authorization, String type) {
        if (authorization == null) {
            return Answer.problem(404, "malformed", "No such challenge");
        }
        authorization.prove(type, validation, fault);
        return Answer.of(200, authorization.challenge(type, base));
    }

    private String expiry() {
        return clock.instant()
                .plus(7, ChronoUnit.DAYS)
                .truncatedTo(ChronoUnit.SECONDS)
                .toString();
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
                            .map(Authorization::fullName)
                            .distinct()
                            .toList(),
                    new JcaPEMKeyConverter().getPublicKey(request.getSubjectPublicKeyInfo()),
                    from,
                    order.notAfter.orElse(now.plus(LIFE)));
            order.certificate = base + "/cert/" + certificates.keep(chain);
        } catch (IOException | IllegalArgumentException e) {
            return Answer.problem(400, "badCSR", "The request for a certificate cannot be read");
        }
        order.status = "processing";
        order.readyAt = fault == AuthorityFault.LATE ? now.plus(LATE) : now;
        return one(order);
    }

    Answer renewal(String id) {
        return certificates.renewal(id);
    }

    /** Until when each name's latest certificate is valid. */
    public Map<String, Instant> issued() {
        return certificates.until();
    }
}
