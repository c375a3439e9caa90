package evenharbor.app.who.access;

import com.google.common.net.InetAddresses;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Component;

/** From which number a request comes. */
@Component
class Remotes {

    private final String header;

    Remotes(AccessProperties properties) {
        this.header = properties.proxyHeader();
    }

    /** The number that the last proxy saw, where the operator has one; else the number that is connected. */
    String of(HttpServletRequest request) {
        String said = header.isEmpty() ? null : request.getHeader(header);
        if (said != null) {
            String last = said.substring(said.lastIndexOf(',') + 1).strip();
            if (InetAddresses.isInetAddress(last)) {
                return last;
            }
        }
        return request.getRemoteAddr();
    }
}
