package evenharbor.app.where.address;

/** Says at which host names visitors are sent on to HTTPS. Answered by whoever keeps certificates. */
public interface SecureNames {
    /** Whether those who open the host name, in DNS form, come to HTTPS. */
    boolean secure(String host);

    /** Whether a new address gets HTTPS by itself. */
    boolean byThemselves();
}
