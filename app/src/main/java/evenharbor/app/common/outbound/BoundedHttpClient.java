package evenharbor.app.common.outbound;

import java.io.IOException;
import java.net.Authenticator;
import java.net.CookieHandler;
import java.net.ProxySelector;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandler;
import java.net.http.HttpResponse.BodySubscriber;
import java.net.http.HttpResponse.PushPromiseHandler;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Executor;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;

/** A client for libraries that read whole answers: none is longer, or takes longer to come, than it may. */
public final class BoundedHttpClient extends HttpClient {

    private final HttpClient client;
    private final long mostBytes;
    private final Duration most;

    /**
     * Bounds what a client reads.
     *
     * @param mostBytes of a body
     * @param most how long a body may take from the head of the answer to its end
     */
    public BoundedHttpClient(HttpClient client, long mostBytes, Duration most) {
        this.client = client;
        this.mostBytes = mostBytes;
        this.most = most;
    }

    @Override
    public <T> HttpResponse<T> send(HttpRequest request, BodyHandler<T> handler)
            throws IOException, InterruptedException {
        return client.send(request, bounded(handler));
    }

    @Override
    public <T> CompletableFuture<HttpResponse<T>> sendAsync(HttpRequest request, BodyHandler<T> handler) {
        return client.sendAsync(request, bounded(handler));
    }

    @Override
    public <T> CompletableFuture<HttpResponse<T>> sendAsync(
            HttpRequest request, BodyHandler<T> handler, PushPromiseHandler<T> pushes) {
        return client.sendAsync(request, bounded(handler), pushes);
    }

    private <T> BodyHandler<T> bounded(BodyHandler<T> handler) {
        return info -> new Bounded<>(handler.apply(info));
    }

    private final class Bounded<T> implements BodySubscriber<T> {
        private final BodySubscriber<T> reader;
        private final AtomicBoolean ended = new AtomicBoolean();
        private Flow.Subscription subscription;
        private long bytes;

        private Bounded(BodySubscriber<T> reader) {
            this.reader = reader;
        }

        @Override
        public CompletionStage<T> getBody() {
            return reader.getBody();
        }

        @Override
        public void onSubscribe(Flow.Subscription to) {
            subscription = to;
            CompletableFuture.delayedExecutor(most.toMillis(), TimeUnit.MILLISECONDS)
                    .execute(() -> cut("The answer does not end."));
            reader.onSubscribe(to);
        }

        @Override
        public void onNext(List<ByteBuffer> item) {
            bytes += item.stream().mapToLong(ByteBuffer::remaining).sum();
            if (bytes > mostBytes) {
                cut("The answer is longer than any that is of use.");
            } else if (!ended.get()) {
                reader.onNext(item);
            }
        }

        private void cut(String why) {
            if (ended.compareAndSet(false, true)) {
                subscription.cancel();
                reader.onError(new IOException(why));
            }
        }

        @Override
        public void onError(Throwable trouble) {
            if (ended.compareAndSet(false, true)) {
                reader.onError(trouble);
            }
        }

        @Override
        public void onComplete() {
            if (ended.compareAndSet(false, true)) {
                reader.onComplete();
            }
        }
    }

    @Override
    public Optional<CookieHandler> cookieHandler() {
        return client.cookieHandler();
    }

    @Override
    public Optional<Duration> connectTimeout() {
        return client.connectTimeout();
    }

    @Override
    public Redirect followRedirects() {
        return client.followRedirects();
    }

    @Override
    public Optional<ProxySelector> proxy() {
        return client.proxy();
    }

    @Override
    public SSLContext sslContext() {
        return client.sslContext();
    }

    @Override
    public SSLParameters sslParameters() {
        return client.sslParameters();
    }

    @Override
    public Optional<Authenticator> authenticator() {
        return client.authenticator();
    }

    @Override
    public Version version() {
        return client.version();
    }

    @Override
    public Optional<Executor> executor() {
        return client.executor();
    }
}
