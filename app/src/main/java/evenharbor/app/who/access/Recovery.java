package evenharbor.app.who.access;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.mail.Letter;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A forgotten password: a link by mail to set a new one. Whoever asks learns nothing of who signs in here, neither from the
 * answer nor from its time: whether there is such a person is looked up afterwards, by a thread of its own.
 */
@Component
class Recovery implements DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(Recovery.class);
    static final Duration VALID = Duration.ofMinutes(30);
    private static final int MOST_WAITING = 200;

    private final People people;
    private final MailProofs proofs;
    private final SecondFactors factors;
    private final SignInThrottle throttle;
    private final Sessions sessions;
    private final KnownDevices devices;
    private final Outbox outbox;
    private final HarborProperties harbor;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final ThreadPoolExecutor looking = new ThreadPoolExecutor(
            1,
            1,
            0,
            TimeUnit.SECONDS,
            new ArrayBlockingQueue<>(MOST_WAITING),
            new ThreadFactoryBuilder().setNameFormat("recovery").setDaemon(true).build());

    Recovery(
            People people,
            MailProofs proofs,
            SecondFactors factors,
            SignInThrottle throttle,
            Sessions sessions,
            KnownDevices devices,
            Outbox outbox,
            HarborProperties harbor,
            ApplicationEventPublisher events,
            TransactionTemplate transactions) {
        this.people = people;
        this.proofs = proofs;
        this.factors = factors;
        this.throttle = throttle;
        this.sessions = sessions;
        this.devices = devices;
        this.outbox = outbox;
        this.harbor = harbor;
        this.events = events;
        this.transactions = transactions;
    }

    /** Asks for a link by mail. @param browser a secret of the browser that asks */
    void ask(String email, String remote, String browser) {
        outbox.needed();
        // Counted whether there is such a person or not, and never taken back: each may be a mail.
        throttle.begin("recovery " + People.normalised(email), remote, Optional.empty());
        try {
            looking.execute(() -> look(email, browser));
        } catch (RejectedExecutionException e) {
            throw new Problem(
                    ProblemType.TOO_MANY_TRIES,
                    "Too many people ask for this just now. Wait a minute, then try again.");
        }
    }

    private void look(String email, String browser) {
        try {
            transactions.executeWithoutResult(status -> people.findByEmail(email)
                    .ifPresent(person -> {
                        String code =
                                proofs.make(MailProofs.Kind.RECOVERY, person.id(), person.email(), browser, VALID);
                        outbox.post(
                                Letter.of(
                                        person.email(),
                                        "Set a new password",
                                        new Letter.Words(
                                                "Someone, probably you, asked to set a new password for Even Harbor."),
                                        new Letter.Link("Set a new password", harbor.appOrigin() + "/recovery/" + code),
                                        new Letter.Words("The link works once, for " + VALID.toMinutes()
                                                + " minutes, in the browser in which you asked. If it was not you, do nothing:"
                                                + " your password stays as it is.")),
                                "recovery " + code);
                    }));
        } catch (RuntimeException e) {
            LOG.warn("A link for a new password could not be written", e);
        }
    }

    private MailProofs.Proof proven(String code, String browser) {
        return proofs.of(MailProofs.Kind.RECOVERY, code, browser)
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_FOUND,
                        "This link sets no password: it was used, is over, or was asked for in another browser. Nothing was"
                                + " changed. Ask for a new one in this browser."));
    }

    /** Who may set a new password by a code; whether a second factor is needed, too. */
    boolean needsFactor(String code, String browser) {
        return factors.on(proven(code, browser).personId());
    }

    /** Sets a new password. All sessions end, and no device is known any more. @param factor a code; empty for none */
    void set(String code, String browser, String password, Optional<String> factor, String remote) {
        MailProofs.Proof proof = proven(code, browser);
        Person person = people.find(proof.personId()).orElseThrow(() -> Problem.notFound("This person"));
        factors.check(person, factor, remote);
        people.setPassword(person, password, () -> {
            if (!proofs.use(code)) {
                throw Problem.notFound("This link");
            }
            events.publishEvent(
                    new SignInChanged(person, "Your password was set anew by a link in a mail", "recovery " + code));
        });
        devices.forget(person.id());
        sessions.endAll(person.id());
    }

    @Override
    public void destroy() {
        looking.shutdown();
    }
}
