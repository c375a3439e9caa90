package evenharbor.practice.host;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Supplier;

/**
 * A long line in front of a server: what it answers comes later by a set time, each answer by itself, so that answers to
 * requests that were sent together come together.
 */
public final class Line implements Closeable {

    private static final int UNDER_WAY = 4_096;

    private final ServerSocket door;
    private final InetSocketAddress server;
    private final Supplier<Duration> delay;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private final ExecutorService threads = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("practice-line")
            .setDaemon(true)
            .build());

    /**
     * Opens a line.
     *
     * @param number the loopback address where it is listened
     * @param port the TCP port there; 0 for any free one
     * @param server the server behind it
     * @param delay how much later answers come, asked for each
     */
    public Line(InetAddress number, int port, InetSocketAddress server, Supplier<Duration> delay) throws IOException {
        this.door = new ServerSocket(port, 50, number);
        this.server = server;
        this.delay = delay;
        threads.execute(this::accept);
    }

    /** The TCP port it listens at. */
    public int port() {
        return door.getLocalPort();
    }

    private record Piece(byte[] bytes, int length, long due) {}

    private void accept() {
        while (!door.isClosed()) {
            try {
                Socket client = door.accept();
                Socket behind = new Socket(server.getAddress(), server.getPort());
                client.setTcpNoDelay(true);
                behind.setTcpNoDelay(true);
                open.add(client);
                open.add(behind);
                BlockingQueue<Piece> late = new ArrayBlockingQueue<>(UNDER_WAY);
                threads.execute(() -> forward(client, behind));
                threads.execute(() -> hear(behind, late));
                threads.execute(() -> pass(late, client, behind));
            } catch (IOException e) {
                // The door was closed, or the server behind is gone: whoever knocked hears nothing.
            }
        }
    }

    private void forward(Socket client, Socket behind) {
        try (client;
                behind) {
            client.getInputStream().transferTo(behind.getOutputStream());
            behind.shutdownOutput();
        } catch (IOException e) {
            // One side hung up.
        } finally {
            open.remove(client);
            open.remove(behind);
        }
    }

    private void hear(Socket behind, BlockingQueue<Piece> late) {
        try {
            InputStream in = behind.getInputStream();
            while (true) {
                byte[] bytes = new byte[1 << 15];
                int length = in.read(bytes);
                late.put(
                        new Piece(bytes, length, System.nanoTime() + delay.get().toNanos()));
                if (length < 0) {
                    return;
                }
            }
        } catch (IOException e) {
            late.offer(new Piece(new byte[0], -1, System.nanoTime()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void pass(BlockingQueue<Piece> late, Socket client, Socket behind) {
        try (client;
                behind) {
            OutputStream out = client.getOutputStream();
            for (Piece piece = late.take(); piece.length() >= 0; piece = late.take()) {
                long left = piece.due() - System.nanoTime();
                if (left > 0) {
                    Thread.sleep(left / 1_000_000, (int) (left % 1_000_000));
                }
                out.write(piece.bytes(), 0, piece.length());
            }
        } catch (IOException e) {
            // The client hung up.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() throws IOException {
        door.close();
        for (Socket socket : open) {
            socket.close();
        }
        threads.shutdownNow();
    }
}
