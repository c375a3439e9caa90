package evenharbor.app.overview.message;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.hosting.host.HostNumbers;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.who.message.MessageLife;
import evenharbor.core.who.message.SignedRequest;
import evenharbor.core.who.notice.NoticeKind;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends messages that are due, on whichever node comes first: one is claimed under a lease, so that a node that dies gives it
 * back, and it is sent at least once. Those of one receiver go one after another, and a slow one keeps no other waiting.
 */
@Component
class MessageSender implements DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(MessageSender.class);
    private static final int AT_ONCE = 200;
    private static final int RECEIVERS_AT_ONCE = 4;
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    /** By the real clock. */
    private static final Duration LEASE = Duration.ofSeconds(30);

    private static final int LONGEST_ANSWER = 2000;

    private final Messages messages;
    private final Receivers receivers;
    private final HostNumbers numbers;
    private final OutboundClient client;
    private final Notices notices;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final Set<String> busy = ConcurrentHashMap.newKeySet();
    private final ExecutorService senders = Executors.newFixedThreadPool(
            RECEIVERS_AT_ONCE,
            new ThreadFactoryBuilder()
                    .setNameFormat("messages-%d")
                    .setDaemon(true)
                    .build());

    MessageSender(
            Messages messages,
            Receivers receivers,
            HostNumbers numbers,
            OutboundClient client,
            Notices notices,
            TransactionTemplate transactions,
            Clock clock) {
        this.messages = messages;
        this.receivers = receivers;
        this.numbers = numbers;
        this.client = client;
        this.notices = notices;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Work {
        @Bean
        Watch messageWatch(ObjectProvider<MessageSender> sender) {
            return new Watch(
                    "message-watch",
                    Duration.ofSeconds(2),
                    "exists (select 1 from message where next_at <= :now and leased_until < :real)",
                    () -> sender.getObject().sweep());
        }
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void written(Messages.Written written) {
        try {
            senders.execute(this::sweep);
        } catch (RejectedExecutionException e) {
            LOG.debug("This node stops; the message is sent by another, or after the next start");
        }
    }

    /** Has what is due sent. */
    void sweep() {
        try {
            messages.due(AT_ONCE).stream()
                    .collect(Collectors.groupingBy(Messages.Message::receiverId))
                    .forEach((receiver, due) -> {
                        if (busy.add(receiver)) {
                            senders.execute(() -> send(receiver, due));
                        }
                    });
        } catch (RejectedExecutionException e) {
            LOG.debug("This node stops; messages are sent by another, or after the next start");
        } catch (RuntimeException e) {
            LOG.warn("Messages could not be read just now", e);
        }
    }

    private void send(String receiverId, List<Messages.Message> due) {
        try {
            Optional<Receiver> receiver = receivers.find(receiverId);
            for (Messages.Message message : receiver.isPresent() ? due : List.<Messages.Message>of()) {
                if (messages.claim(message.id(), Instant.now().plus(LEASE)) && !send(receiver.get(), message)) {
                    // The others would fare alike; they are tried again in a while.
                    return;
                }
            }
        } catch (RuntimeException e) {
            LOG.warn("A message could not be sent; it is tried again", e);
        } finally {
            busy.remove(receiverId);
        }
    }

    /** @return whether the receiver has it */
    private boolean send(Receiver receiver, Messages.Message message) {
        Instant at = clock.instant();
        long begun = System.nanoTime();
        int status = 0;
        String words;
        Optional<Duration> pause = Optional.empty();
        try {
            SignedRequest request = SignedRequest.of(URI.create(receiver.url()), message.id(), message.body());
            // By the real clock: the receiver holds it against its own.
            Map<String, String> headers = request.signed(Instant.now(), receivers.keys(receiver.id()));
            OutboundClient.Answer answer = client.post(
                    request.uri(),
                    headers,
                    request.body(),
                    numbers.of(request.uri().getHost()),
                    PATIENCE,
                    LONGEST_ANSWER);
            status = answer.status();
            pause = answer.retryAfter().stream().mapToObj(Duration::ofSeconds).findFirst();
            words = Stream.of(
                            answer.location().map(to -> "It redirects to " + to + ", which is not followed."),
                            Optional.of(readable(answer.body())))
                    .flatMap(Optional::stream)
                    .filter(each -> !each.isEmpty())
                    .collect(Collectors.joining(" "));
        } catch (HostTrouble e) {
            words = "Not sent: " + URI.create(receiver.url()).getHost()
                    + " has no number that may be reached from here.";
        } catch (IOException e) {
            words = "No answer: " + e.getMessage();
        } catch (Secrets.CannotOpen e) {
            words = "Not sent: its secret cannot be opened with this harbor's key. Give it a new secret.";
        }
        MessageLife.Answer came = new MessageLife.Answer(status, pause);
        MessageLife life = message.life().answered(came, at);
        Messages.Try one = new Messages.Try(
                at, status, (int) Duration.ofNanos(System.nanoTime() - begun).toMillis(), words);
        transactions.executeWithoutResult(tx -> {
            messages.tried(message.id(), life, one);
            if (life.state() == MessageLife.State.GIVEN_UP) {
                givenUp(receiver, came, at);
            }
        });
        return came.taken();
    }

    private void givenUp(Receiver receiver, MessageLife.Answer came, Instant at) {
        if (came.gone()) {
            receivers.stop(receiver.id());
        }
        notices.tell(
                new News(
                        receiver.accountId(),
                        receiver.siteId(),
                        NoticeKind.MESSAGES,
                        at.atOffset(ZoneOffset.UTC).toLocalDate() + receiver.id(),
                        "Messages to " + receiver.name() + " do not arrive",
                        came.gone()
                                ? receiver.name()
                                        + " answered that it wants no more messages (410), so none is sent to it."
                                : "A message to " + receiver.name() + " was sent for more than a day, and not taken.",
                        "Your sites and their visitors notice nothing of it.",
                        "See what it answered",
                        "/account/messages/" + receiver.id()),
                Optional.empty());
    }

    /** An answer in one line, without what no person can read. */
    private static String readable(byte[] body) {
        return new String(body, StandardCharsets.UTF_8)
                .replaceAll("[\\p{Cntrl}\\s\uFFFD]+", " ")
                .strip();
    }

    @Override
    public void destroy() {
        senders.shutdown();
    }
}
