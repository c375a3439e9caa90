package evenharbor.core.where.domain;

import com.google.common.net.InetAddresses;
import com.google.common.primitives.Ints;
import java.net.InetAddress;
import java.util.Arrays;

/** Numbers that never lead across the internet. */
public final class InnerNumbers {

    private InnerNumbers() {}

    private static final int V4_BITS = 32;

    /**
     * Whether it is the number of a machine in one house or one network alone, or of none: private (RFC 1918, 4193),
     * shared (RFC 6598), link-local (RFC 3927, 4291), loopback, for trials (RFC 2544), for many at once, or not given out
     * (RFC 6890). A number of the newer kind that stands for one of the older is judged as that one: mapped (RFC 4291),
     * translated (RFC 6052, 8215) and tunnelled (RFC 3056).
     *
     * @param number an IPv4 or IPv6 address as text
     */
    public static boolean contains(String number) {
        return contains(InetAddresses.forString(number));
    }

    /** The same for a number that has been read. */
    public static boolean contains(InetAddress address) {
        byte[] octets = address.getAddress();
        return octets.length == 4 ? inner(octets) : innerSix(address, octets);
    }

    private static boolean inner(byte[] v4) {
        int bits = Ints.fromByteArray(v4);
        return within(bits, 0x00000000, 8)
                || within(bits, 0x0A000000, 8)
                || within(bits, 0x64400000, 10)
                || within(bits, 0x7F000000, 8)
                || within(bits, 0xA9FE0000, 16)
                || within(bits, 0xAC100000, 12)
                || within(bits, 0xC0000000, 24)
                || within(bits, 0xC0A80000, 16)
                || within(bits, 0xC6120000, 15)
                || within(bits, 0xE0000000, 3);
    }

    private static boolean within(int bits, int network, int length) {
        return (bits ^ network) >>> (V4_BITS - length) == 0;
    }

    private static boolean innerSix(InetAddress address, byte[] v6) {
        boolean uniqueLocal = (v6[0] & 0xFE) == 0xFC;
        // The same prefix without its last third is for translation within one network (RFC 8215).
        boolean localTranslation = starts(v6, 0x00, 0x64, 0xFF, 0x9B, 0x00, 0x01);
        if (address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isMulticastAddress()
                || uniqueLocal
                || localTranslation) {
            return true;
        }
        if (starts(v6, 0x00, 0x64, 0xFF, 0x9B, 0, 0, 0, 0, 0, 0, 0, 0)
                || starts(v6, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0)
                || starts(v6, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0xFF, 0xFF)) {
            return inner(Arrays.copyOfRange(v6, 12, 16));
        }
        return starts(v6, 0x20, 0x02) && inner(Arrays.copyOfRange(v6, 2, 6));
    }

    private static boolean starts(byte[] octets, int... prefix) {
        for (int i = 0; i < prefix.length; i++) {
            if ((octets[i] & 0xFF) != prefix[i]) {
                return false;
            }
        }
        return true;
    }
}
