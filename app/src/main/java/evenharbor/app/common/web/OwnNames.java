package evenharbor.app.common.web;

import com.google.common.net.HostAndPort;
import com.google.common.net.InetAddresses;
import evenharbor.app.HarborProperties;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The application answers at its own names only. Else a page of anyone's could lead a name of theirs to this machine and
 * have a visitor's browser talk to the application as if it were that page's own server.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class OwnNames extends OncePerRequestFilter {

    private final Set<String> names = new HashSet<>(Set.of("localhost"));

    OwnNames(HarborProperties harbor) {
        harbor.appNames().forEach(name -> names.add(name.toLowerCase(Locale.ROOT)));
        String origin = URI.create(harbor.appOrigin()).getHost();
        if (origin != null) {
            names.add(origin.toLowerCase(Locale.ROOT));
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (own(request.getHeader("Host"))) {
            chain.doFilter(request, response);
        } else {
            response.setStatus(HttpStatus.MISDIRECTED_REQUEST.value());
            response.setContentType("text/plain;charset=utf-8");
            response.getWriter()
                    .write("Even Harbor does not answer at this name. Its operator can add it to harbor.app-names.");
        }
    }

    /** A number in place of a name cannot be led elsewhere by anyone. */
    private boolean own(String field) {
        try {
            String host =
                    HostAndPort.fromString(field == null ? "" : field).getHost().toLowerCase(Locale.ROOT);
            return names.contains(host) || InetAddresses.isInetAddress(host);
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
