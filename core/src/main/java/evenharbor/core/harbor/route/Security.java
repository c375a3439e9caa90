package evenharbor.core.harbor.route;

/**
 * What is asked of visitors for the sake of security at a host name.
 *
 * @param sendsOn whether those who come by plain HTTP are sent on to HTTPS
 * @param hsts what stands in the field {@code Strict-Transport-Security} (RFC 6797); empty for none
 */
public record Security(boolean sendsOn, String hsts) {

    /** Nothing is asked. */
    public static final Security NONE = new Security(false, "");
}
