package evenharbor.core.where.certificate;

import evenharbor.core.where.address.HostName;
import java.util.Set;

/** Which names public authorities issue for: not those set aside for use within (RFC 6761, 6762, 7686, 8375, 9476). */
public final class PublicNames {

    private static final Set<String> WITHIN =
            Set.of("localhost", "local", "internal", "test", "example", "invalid", "onion", "alt", "arpa");

    private PublicNames() {}

    /** Whether a public authority may issue for the name. */
    public static boolean contains(HostName host) {
        String last = host.labels().get(host.labels().size() - 1);
        return host.labels().size() > 1 && !WITHIN.contains(last);
    }
}
