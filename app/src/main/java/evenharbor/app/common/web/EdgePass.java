package evenharbor.app.common.web;

import java.security.SecureRandom;
import java.util.HexFormat;
import org.springframework.stereotype.Component;

/** What the visitor-facing server of this process shows the application, so that it believes who asks. */
@Component
public class EdgePass {

    private static final int BYTES = 32;

    private final String value;

    EdgePass() {
        byte[] fresh = new byte[BYTES];
        new SecureRandom().nextBytes(fresh);
        value = HexFormat.of().formatHex(fresh);
    }

    /** The pass; another one in each process. */
    public String value() {
        return value;
    }
}
