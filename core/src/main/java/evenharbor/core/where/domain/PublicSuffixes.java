package evenharbor.core.where.domain;

import com.google.common.net.InternetDomainName;
import evenharbor.core.where.address.HostName;
import java.util.Optional;
import java.util.Set;

/**
 * The endings under which names are registered: the public suffix list, and the endings that this harbor's registry
 * sells. An ending that neither knows is its last label.
 */
public final class PublicSuffixes {

    private final Set<String> sold;

    /** The list, with these endings besides. */
    public PublicSuffixes(Set<String> sold) {
        this.sold = Set.copyOf(sold);
    }

    /** The ending of a name; the whole name when it is one itself. */
    public String of(HostName host) {
        String name = host.ascii();
        for (int dot = -1; ; dot = name.indexOf('.', dot + 1)) {
            String tail = name.substring(dot + 1);
            if (sold.contains(tail)) {
                return tail;
            }
            if (name.indexOf('.', dot + 1) < 0) {
                break;
            }
        }
        if (!InternetDomainName.isValid(name)) {
            return name.substring(name.lastIndexOf('.') + 1);
        }
        InternetDomainName listed = InternetDomainName.from(name);
        return listed.hasPublicSuffix() ? listed.publicSuffix().toString() : name.substring(name.lastIndexOf('.') + 1);
    }

    /** The part of a name that is registered: one label and its ending. Empty for an ending itself. */
    public Optional<HostName> registrable(HostName host) {
        String suffix = of(host);
        if (host.ascii().length() <= suffix.length()) {
            return Optional.empty();
        }
        String before = host.ascii().substring(0, host.ascii().length() - suffix.length() - 1);
        return Optional.of(new HostName(before.substring(before.lastIndexOf('.') + 1) + "." + suffix));
    }
}
