package evenharbor.app.where.dns;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.core.where.domain.InnerNumbers;
import evenharbor.core.where.domain.Seen;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketTimeoutException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeoutException;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SimpleResolver;

/** Asks one name server one question, and tells each way to fail apart. */
final class DnsQuestions {

    private final DnsProperties properties;
    private final boolean innerAllowed;
    private final Map<InetAddress, SimpleResolver> channels = new ConcurrentHashMap<>();
    private final Executor executor = Executors.newCachedThreadPool(
            new ThreadFactoryBuilder().setNameFormat("dns").setDaemon(true).build());

    /** @param innerAllowed whether a domain's own servers may be in a private network */
    DnsQuestions(DnsProperties properties, boolean innerAllowed) {
        this.properties = properties;
        this.innerAllowed = innerAllowed;
    }

    /** An answer, or why there is none. */
    record Heard(Message message, Seen failure) {}

    /** The first of several servers that answers usefully; else the last one's failure. */
    CompletableFuture<Heard> askAny(List<InetAddress> servers, Name name, int type, boolean recursive) {
        if (servers.isEmpty()) {
            return CompletableFuture.completedFuture(new Heard(null, new Seen.NoAnswer()));
        }
        return ask(servers.get(0), name, type, recursive)
                .thenCompose(heard -> heard.failure() == null || servers.size() == 1
                        ? CompletableFuture.completedFuture(heard)
                        : askAny(servers.subList(1, servers.size()), name, type, recursive));
    }

    /** One question. A truncated answer is asked for again by TCP (RFC 7766). */
    CompletableFuture<Heard> ask(InetAddress server, Name name, int type, boolean recursive) {
        // Where a domain's owner says its servers are: never in a private network, unless the operator allows it.
        if (!recursive && !innerAllowed && InnerNumbers.contains(server)) {
            return CompletableFuture.completedFuture(
                    new Heard(null, new Seen.Unusable("its name server is in a private network")));
        }
        Message query = Message.newQuery(Record.newRecord(name, type, DClass.IN));
        if (!recursive) {
            query.getHeader().unsetFlag(Flags.RD);
        }
        return channel(server).sendAsync(query, executor).toCompletableFuture().handle((answer, e) -> {
            if (e != null) {
                return new Heard(null, failure(e));
            }
            return switch (answer.getRcode()) {
                case Rcode.REFUSED, Rcode.NOTAUTH -> new Heard(null, recursive ? new Seen.Refused() : new Seen.Lame());
                case Rcode.SERVFAIL -> new Heard(null, new Seen.ServerFailure());
                default -> new Heard(answer, null);
            };
        });
    }

    private SimpleResolver channel(InetAddress server) {
        return channels.computeIfAbsent(server, address -> {
            SimpleResolver resolver = new SimpleResolver(new InetSocketAddress(address, properties.port()));
            resolver.setTimeout(properties.patience());
            return resolver;
        });
    }

    private static Seen failure(Throwable e) {
        Throwable cause = e instanceof CompletionException || e instanceof ExecutionException ? e.getCause() : e;
        boolean late = cause instanceof SocketTimeoutException
                || cause instanceof TimeoutException
                || (cause.getMessage() != null && cause.getMessage().contains("imed out"));
        return late
                ? new Seen.NoAnswer()
                : new Seen.Unusable("no usable answer (" + cause.getClass().getSimpleName() + ")");
    }
}
