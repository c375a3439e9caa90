package evenharbor.edge.visit;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.TimeZone;
import org.eclipse.jetty.http.HttpURI;
import org.eclipse.jetty.server.AsyncRequestLogWriter;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.RequestLog;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.component.ContainerLifeCycle;

/**
 * Visits as lines of the common log format, the host name before each, in a file a day. Of visitors it holds at most a
 * shortened number, and of what was asked for nothing that could be a secret: no query, no name of a preview. No visitor
 * waits for the disk.
 */
public final class VisitLog extends ContainerLifeCycle implements RequestLog {

    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("dd/MMM/yyyy:HH:mm:ss Z", Locale.ENGLISH)
            .withZone(ZoneOffset.UTC);
    private static final int KEPT_OF_V4 = 3;
    private static final int KEPT_OF_V6 = 6;
    private static final int LONGEST_PATH = 2_000;

    private final AsyncRequestLogWriter writer;
    private final boolean numbers;
    private final String previewEnding;
    private final Clock clock;

    /**
     * A log of visits.
     *
     * @param folder where the files are, named for their day
     * @param days how long each is kept
     * @param numbers whether the shortened number of a visitor is written
     * @param previewEnding what the host names of previews end with
     */
    public VisitLog(Path folder, int days, boolean numbers, String previewEnding, Clock clock) {
        folder.toFile().mkdirs();
        this.writer = new AsyncRequestLogWriter(
                folder.resolve("visits-yyyy_mm_dd.log").toString());
        writer.setAppend(true);
        writer.setRetainDays(days);
        writer.setTimeZone(TimeZone.getTimeZone("UTC").getID());
        this.numbers = numbers;
        this.previewEnding = previewEnding;
        this.clock = clock;
        installBean(writer);
    }

    @Override
    public void log(Request request, Response response) {
        try {
            writer.write(line(request, response));
        } catch (IOException e) {
            // A full disk keeps no visitor from being answered.
            return;
        }
    }

    private String line(Request request, Response response) {
        return host(request) + " " + (numbers ? number(request) : "-") + " - - ["
                + TIME.format(clock.instant()) + "] \"" + printable(request.getMethod()) + " "
                + printable(path(request.getHttpURI())) + " "
                + request.getConnectionMetaData().getHttpVersion().asString() + "\" " + response.getStatus() + " "
                + Response.getContentBytesWritten(response);
    }

    private String host(Request request) {
        String host = Request.getServerName(request);
        if (host == null || host.isEmpty()) {
            return "-";
        }
        return host.endsWith(previewEnding) ? "preview" + previewEnding : printable(host);
    }

    private static String path(HttpURI uri) {
        String path = uri.getPath() == null ? "-" : uri.getPath();
        return path.length() <= LONGEST_PATH ? path : path.substring(0, LONGEST_PATH);
    }

    /** What could end a line, or a field, is written as a question mark. */
    private static String printable(String text) {
        StringBuilder out = new StringBuilder(text.length());
        text.chars().forEach(c -> out.append(c > ' ' && c < 127 && c != '"' && c != '\\' ? (char) c : '?'));
        return out.toString();
    }

    /** The number without what tells one visitor from their neighbours: three of four parts, or the first 48 bits. */
    private static String number(Request request) {
        SocketAddress remote = request.getConnectionMetaData().getRemoteSocketAddress();
        if (!(remote instanceof InetSocketAddress inet) || inet.getAddress() == null) {
            return "-";
        }
        byte[] bytes = inet.getAddress().getAddress();
        int kept = bytes.length == 4 ? KEPT_OF_V4 : KEPT_OF_V6;
        for (int i = kept; i < bytes.length; i++) {
            bytes[i] = 0;
        }
        try {
            return InetAddress.getByAddress(bytes).getHostAddress();
        } catch (IOException e) {
            return "-";
        }
    }
}
