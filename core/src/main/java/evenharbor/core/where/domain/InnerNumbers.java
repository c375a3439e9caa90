package evenharbor.core.where.domain;

import com.google.common.net.InetAddresses;
import java.net.InetAddress;

/** Numbers that never lead across the internet. */
public final class InnerNumbers {

    private InnerNumbers() {}

    /**
     * Whether it is the number of a machine in one house or one network alone: private (RFC 1918, 4193), shared (RFC 6598),
     * link-local (RFC 3927, 4291) or loopback.
     *
     * @param number an IPv4 or IPv6 address as text
     */
    public static boolean contains(String number) {
        InetAddress address = InetAddresses.forString(number);
        byte[] octets = address.getAddress();
        boolean shared = octets.length == 4 && octets[0] == 100 && (octets[1] & 0xC0) == 64;
        boolean uniqueLocal = octets.length == 16 && (octets[0] & 0xFE) == 0xFC;
        return address.isSiteLocalAddress()
                || address.isLinkLocalAddress()
                || address.isLoopbackAddress()
                || shared
                || uniqueLocal;
    }
}
