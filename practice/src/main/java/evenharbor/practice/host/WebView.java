package evenharbor.practice.host;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLConnection;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** What visitors see of hosting companies' folders: each at a host name of its own, as files lie there. */
public final class WebView implements Closeable {

    private static final Map<String, String> TYPES = Map.of(
            "css", "text/css",
            "js", "text/javascript",
            "svg", "image/svg+xml",
            "webp", "image/webp",
            "woff2", "font/woff2");

    private final HttpServer server;
    private final Map<String, Path> folders;
    private final ExecutorService workers = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("practice-web")
            .setDaemon(true)
            .build());

    /**
     * Starts a web server.
     *
     * @param port TCP port on loopback; 0 for any free one
     * @param folders host names, in lower case, and what they show
     */
    public WebView(int port, Map<String, Path> folders) throws IOException {
        this.folders = Map.copyOf(folders);
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 50);
        server.createContext("/", exchange -> {
            try (exchange) {
                answer(exchange);
            }
        });
        server.setExecutor(workers);
        server.start();
    }

    /** The TCP port it listens at. */
    public int port() {
        return server.getAddress().getPort();
    }

    private void answer(HttpExchange exchange) throws IOException {
        String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"))
                .toLowerCase(Locale.ROOT)
                .replaceFirst(":\\d+$", "");
        Path folder = folders.get(host);
        String path = exchange.getRequestURI().getPath();
        Path file = folder == null ? null : folder.resolve(path.substring(1)).normalize();
        if (file == null || !file.startsWith(folder) || !Files.exists(file)) {
            send(exchange, 404, "text/plain; charset=utf-8", "Not found\n".getBytes(StandardCharsets.UTF_8));
        } else if (!Files.isDirectory(file)) {
            send(exchange, 200, type(file.toString()), Files.readAllBytes(file));
        } else if (!path.endsWith("/")) {
            exchange.getResponseHeaders().set("Location", path + "/");
            send(exchange, 301, "text/plain", new byte[0]);
        } else if (Files.isRegularFile(file.resolve("index.html"))) {
            send(exchange, 200, "text/html", Files.readAllBytes(file.resolve("index.html")));
        } else {
            send(exchange, 403, "text/plain; charset=utf-8", "No front page\n".getBytes(StandardCharsets.UTF_8));
        }
    }

    private static String type(String file) {
        String known = TYPES.get(file.substring(file.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
        String guessed = known == null ? URLConnection.guessContentTypeFromName(file) : known;
        return guessed == null ? "application/octet-stream" : guessed;
    }

    private static void send(HttpExchange exchange, int status, String type, byte[] body) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("Cache-Control", "no-cache");
        boolean head = exchange.getRequestMethod().equals("HEAD");
        exchange.sendResponseHeaders(status, head || body.length == 0 ? -1 : body.length);
        if (!head) {
            exchange.getResponseBody().write(body);
        }
    }

    @Override
    public void close() {
        server.stop(0);
        workers.shutdownNow();
    }
}
