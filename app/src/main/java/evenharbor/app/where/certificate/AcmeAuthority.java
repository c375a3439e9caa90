package evenharbor.app.where.certificate;

import evenharbor.app.common.outbound.BoundedHttpClient;
import evenharbor.app.common.secret.Secrets;
import evenharbor.core.where.certificate.Hindrance;
import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URI;
import java.net.URL;
import java.net.http.HttpClient;
import java.security.KeyPair;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.shredzone.acme4j.AccountBuilder;
import org.shredzone.acme4j.Authorization;
import org.shredzone.acme4j.Login;
import org.shredzone.acme4j.Order;
import org.shredzone.acme4j.OrderBuilder;
import org.shredzone.acme4j.Problem;
import org.shredzone.acme4j.RenewalInfo;
import org.shredzone.acme4j.Session;
import org.shredzone.acme4j.Status;
import org.shredzone.acme4j.challenge.Challenge;
import org.shredzone.acme4j.challenge.Dns01Challenge;
import org.shredzone.acme4j.challenge.Http01Challenge;
import org.shredzone.acme4j.connector.NetworkSettings;
import org.shredzone.acme4j.connector.Resource;
import org.shredzone.acme4j.exception.AcmeException;
import org.shredzone.acme4j.exception.AcmeNetworkException;
import org.shredzone.acme4j.exception.AcmeRateLimitedException;
import org.shredzone.acme4j.exception.AcmeServerException;
import org.shredzone.acme4j.provider.GenericAcmeProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** An authority by ACME (RFC 8555), with renewal advice (RFC 9773). */
@Component
class AcmeAuthority implements Authority {

    private static final Duration PATIENCE = Duration.ofSeconds(10);
    /** Directories and certificates with their chains are a few kilobytes. */
    private static final long LONGEST_ANSWER = 1 << 20;

    private static final String ERROR = "urn:ietf:params:acme:error:";
    private static final String UNKNOWN_ACCOUNT = ERROR + "accountDoesNotExist";
    private static final Duration ADVICE_AGAIN = Duration.ofHours(6);

    private final AuthorityProperties properties;
    private final TrustedRoots roots;
    private final Secrets secrets;
    private final JdbcClient db;
    private final Clock clock;
    private volatile Login login;

    AcmeAuthority(AuthorityProperties properties, TrustedRoots roots, Secrets secrets, JdbcClient db, Clock clock) {
        this.properties = properties;
        this.roots = roots;
        this.secrets = secrets;
        this.db = db;
        this.clock = clock;
    }

    /** A provider that reads no more than a bounded answer, and trusts one root more than the machine does. */
    private final class Provider extends GenericAcmeProvider {
        @Override
        public HttpClient createHttpClient(NetworkSettings settings) {
            HttpClient client = HttpClient.newBuilder()
                    .connectTimeout(PATIENCE)
                    .sslContext(roots.context())
                    .build();
            return new BoundedHttpClient(client, LONGEST_ANSWER, PATIENCE);
        }
    }

    private interface Work<T> {
        T with(Login login) throws AcmeException;
    }

    private <T> T ask(Work<T> work) throws Refusal {
        if (!properties.present()) {
            throw new Refusal(
                    hindrance(
                            Hindrance.Kind.AUTHORITY_AWAY,
                            "No certificate authority is set up on this harbor.",
                            Optional.empty()),
                    null);
        }
        try {
            try {
                return work.with(login());
            } catch (AcmeServerException e) {
                if (!UNKNOWN_ACCOUNT.equals(String.valueOf(e.getType()))) {
                    throw e;
                }
                // The authority has forgotten us: a new account does as well.
                forgetAccount();
                return work.with(login());
            }
        } catch (AcmeException e) {
            throw refusal(e);
        } catch (IllegalStateException e) {
            throw new Refusal(
                    hindrance(Hindrance.Kind.AUTHORITY_AWAY, "The authority cannot be asked.", Optional.empty()), e);
        }
    }

    private synchronized Login login() throws AcmeException {
        if (login == null) {
            Session session = new Session(properties.directory(), new Provider());
            session.networkSettings().setTimeout(PATIENCE);
            Optional<byte[]> kept = db.sql("select key_pair from authority_account where directory = ?")
                    .param(properties.directory().toString())
                    .query(byte[].class)
                    .optional();
            KeyPair key = kept.map(bytes -> Pem.keyPair(secrets.opened(bytes))).orElseGet(Pem::freshKeyPair);
            Login fresh =
                    new AccountBuilder().agreeToTermsOfService().useKeyPair(key).createLogin(session);
            if (kept.isEmpty()) {
                db.sql("insert ignore into authority_account (directory, location, key_pair) values (?, ?, ?)")
                        .params(
                                properties.directory().toString(),
                                fresh.getAccountLocation().toString(),
                                secrets.sealed(Pem.of(key)))
                        .update();
            }
            login = fresh;
        }
        return login;
    }

    private synchronized void forgetAccount() {
        login = null;
    }

    @Override
    public Placed place(List<String> names, Optional<X509Certificate> replaces) throws Refusal {
        return ask(login -> {
            OrderBuilder builder = login.newOrder().domains(names);
            Order order = replaces.isPresent() && advises(login)
                    ? replacing(builder, names, replaces.get(), login)
                    : builder.create();
            List<Authority.Wanted> wanted = new ArrayList<>();
            for (Authorization authorization : order.getAuthorizations()) {
                if (authorization.getStatus() == Status.PENDING) {
                    wanted.add(wanted(authorization, byDns(names)));
                }
            }
            return new Placed(order.getLocation().toString(), wanted);
        });
    }

    private static boolean advises(Login login) throws AcmeException {
        return login.getSession().resourceUrlOptional(Resource.RENEWAL_INFO).isPresent();
    }

    /** An authority that does not know what is to be replaced, or has replaced it already, is asked plainly. */
    private static Order replacing(OrderBuilder builder, List<String> names, X509Certificate old, Login login)
            throws AcmeException {
        try {
            return builder.replaces(old).create();
        } catch (AcmeServerException e) {
            if (e instanceof AcmeRateLimitedException) {
                throw e;
            }
            return login.newOrder().domains(names).create();
        }
    }

    /** A name with all those below it is proven by records: for the name itself they do as well. */
    private static boolean byDns(List<String> names) {
        return names.stream().anyMatch(name -> name.startsWith("*."));
    }

    private static Authority.Wanted wanted(Authorization authorization, boolean byDns) throws AcmeException {
        String host = authorization.getIdentifier().getDomain();
        if (byDns) {
            Dns01Challenge dns = chosen(authorization, Dns01Challenge.class);
            return new Authority.Wanted(host, true, "", dns.getDigest());
        }
        Http01Challenge http = chosen(authorization, Http01Challenge.class);
        return new Authority.Wanted(host, false, http.getToken(), http.getAuthorization());
    }

    private static <C extends Challenge> C chosen(Authorization authorization, Class<C> type) throws AcmeException {
        return authorization
                .findChallenge(type)
                .orElseThrow(() -> new AcmeException("The authority offers no " + type.getSimpleName()));
    }

    @Override
    public Optional<List<X509Certificate>> goOn(String at, KeyPair key) throws Refusal {
        return ask(login -> {
            Order order = login.bindOrder(url(at));
            order.fetch();
            if (order.getStatus() == Status.PENDING) {
                boolean byDns = byDns(order.getIdentifiers().stream()
                        .map(identifier -> identifier.getDomain())
                        .toList());
                for (Authorization authorization : order.getAuthorizations()) {
                    show(authorization, byDns);
                }
                order.fetch();
            }
            if (order.getStatus() == Status.READY) {
                order.execute(key);
                order.fetch();
            }
            if (order.getStatus() == Status.INVALID) {
                throw invalid(order);
            }
            return order.getStatus() == Status.VALID
                    ? Optional.of(order.getCertificate().getCertificateChain())
                    : Optional.<List<X509Certificate>>empty();
        });
    }

    private static void show(Authorization authorization, boolean byDns) throws AcmeException {
        authorization.fetch();
        if (authorization.getStatus() == Status.PENDING) {
            Challenge challenge =
                    byDns ? chosen(authorization, Dns01Challenge.class) : chosen(authorization, Http01Challenge.class);
            if (challenge.getStatus() == Status.PENDING) {
                challenge.trigger();
            }
        }
    }

    /** What is wrong stands at the challenge that failed, or at the order. */
    private static AcmeException invalid(Order order) throws AcmeException {
        for (Authorization authorization : order.getAuthorizations()) {
            for (Challenge challenge : authorization.getChallenges()) {
                if (challenge.getError().isPresent()) {
                    return new AcmeServerException(challenge.getError().get());
                }
            }
        }
        return order.getError()
                .<AcmeException>map(AcmeServerException::new)
                .orElseGet(() -> new AcmeException("The order came to nothing"));
    }

    @Override
    public Optional<Advice> advice(X509Certificate certificate) throws Refusal {
        return ask(login -> {
            if (!advises(login)) {
                return Optional.<Advice>empty();
            }
            RenewalInfo info = login.bindRenewalInfo(certificate);
            Optional<Instant> again = info.fetch();
            return Optional.of(new Advice(
                    info.getSuggestedWindowStart(),
                    info.getSuggestedWindowEnd(),
                    again.map(this::here).orElseGet(() -> clock.instant().plus(ADVICE_AGAIN))));
        });
    }

    /** A time that was reckoned from now by the machine's clock, by ours. */
    private Instant here(Instant byMachine) {
        return clock.instant().plus(Duration.between(Instant.now(), byMachine));
    }

    private static URL url(String text) {
        try {
            return URI.create(text).toURL();
        } catch (MalformedURLException e) {
            throw new IllegalStateException(e);
        }
    }

    private Refusal refusal(AcmeException e) {
        if (e instanceof AcmeRateLimitedException limited) {
            return new Refusal(
                    hindrance(
                            Hindrance.Kind.RATE_LIMITED,
                            "The authority takes no orders for the moment. It says: " + limited.getMessage() + ".",
                            limited.getRetryAfter().map(this::here)),
                    e);
        }
        if (e instanceof AcmeServerException server) {
            return new Refusal(of(server.getProblem()), e);
        }
        boolean away = e instanceof AcmeNetworkException || e.getCause() instanceof IOException;
        return new Refusal(
                away
                        ? hindrance(Hindrance.Kind.AUTHORITY_AWAY, "The authority does not answer.", Optional.empty())
                        : hindrance(Hindrance.Kind.FAILED, "The authority: " + e.getMessage(), Optional.empty()),
                e);
    }

    private Hindrance of(Problem problem) {
        String type = String.valueOf(problem.getType());
        String detail = problem.getDetail().orElse("");
        Hindrance.Kind kind = switch (type.startsWith(ERROR) ? type.substring(ERROR.length()) : type) {
            case "caa" -> Hindrance.Kind.CAA;
            case "connection", "dns", "tls" -> Hindrance.Kind.NOT_REACHED;
            case "unauthorized", "incorrectResponse" -> Hindrance.Kind.WRONG_CONTENT;
            case "rejectedIdentifier", "unsupportedIdentifier" -> Hindrance.Kind.REFUSED;
            case "rateLimited" -> Hindrance.Kind.RATE_LIMITED;
            default -> Hindrance.Kind.FAILED;
        };
        String words = switch (kind) {
            case CAA -> "The domain's CAA records do not let the authority issue.";
            case NOT_REACHED -> "The authority could not reach the name.";
            case WRONG_CONTENT -> "The authority saw something else at the name than what we show there.";
            case REFUSED -> "The authority does not issue for this name.";
            case RATE_LIMITED -> "The authority takes no orders for the moment.";
            default -> "The authority failed.";
        };
        return hindrance(kind, detail.isEmpty() ? words : words + " It says: " + detail + ".", Optional.empty());
    }

    private Hindrance hindrance(Hindrance.Kind kind, String sentence, Optional<Instant> notBefore) {
        return new Hindrance(kind, sentence, notBefore, clock.instant());
    }
}
