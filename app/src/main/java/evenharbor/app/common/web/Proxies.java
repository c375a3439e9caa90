package evenharbor.app.common.web;

import com.google.common.net.InetAddresses;
import evenharbor.edge.serve.AppProxy;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.List;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.security.web.util.matcher.IpAddressMatcher;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Who asks, and whether by HTTPS, where a proxy stands before the application. It is believed of this harbor's own
 * visitor-facing server, which shows its pass, and of proxies that the operator named; of anyone else not.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Proxies extends OncePerRequestFilter {

    private static final String FOR = "X-Forwarded-For";
    private static final String PROTOCOL = "X-Forwarded-Proto";

    private final byte[] pass;
    private final String header;
    private final List<IpAddressMatcher> named;

    Proxies(EdgePass pass, ProxyProperties properties) {
        this.pass = bytes(pass.value());
        this.header = properties.proxyHeader();
        this.named = properties.proxies().stream().map(IpAddressMatcher::new).toList();
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(seenThrough(request), response);
    }

    private HttpServletRequest seenThrough(HttpServletRequest request) {
        String shown = request.getHeader(AppProxy.PASS);
        if (shown != null && MessageDigest.isEqual(bytes(shown), pass)) {
            return seen(request, FOR);
        }
        return !header.isEmpty() && named.stream().anyMatch(proxy -> proxy.matches(request.getRemoteAddr()))
                ? seen(request, header)
                : request;
    }

    private static HttpServletRequest seen(HttpServletRequest request, String header) {
        String number = number(request.getHeader(header)).orElse(request.getRemoteAddr());
        boolean secure = "https".equalsIgnoreCase(request.getHeader(PROTOCOL));
        return new HttpServletRequestWrapper(request) {
            @Override
            public String getRemoteAddr() {
                return number;
            }

            @Override
            public boolean isSecure() {
                return secure;
            }

            @Override
            public String getScheme() {
                return secure ? "https" : "http";
            }
        };
    }

    /** The last number of a list: the one that the nearest proxy saw. */
    private static Optional<String> number(String said) {
        return Optional.ofNullable(said)
                .map(all -> all.substring(all.lastIndexOf(',') + 1).strip())
                .filter(InetAddresses::isInetAddress);
    }
}
