package evenharbor.core.hosting.host;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * What an FTP server's refusal means. The codes (RFC 959, 2228) leave much open, 550 above all: then its words tell, in the
 * languages that servers are found to speak.
 */
public final class FtpReplies {

    private static final Pattern FULL = Pattern.compile(
            "quota|disk full|no space|space left|insufficient storage|exceeded|speicherplatz|espace disque|espacio");
    private static final Pattern DENIED = Pattern.compile(
            "permission|denied|not allowed|forbidden|not permitted|read.?only|verweigert|refus[eé]|denegad");
    private static final Pattern CROWD =
            Pattern.compile("too many|maximum|connections|sessions|users|zu viele|trop de");
    private static final Pattern REUSE = Pattern.compile("reuse|resum");

    private FtpReplies() {}

    /**
     * The fault behind a refusal.
     *
     * @param code the reply's three digits
     * @param words what the server said with it
     */
    public static HostFault fault(int code, String words) {
        String lower = words.toLowerCase(Locale.ROOT);
        return switch (code) {
            case 421 -> CROWD.matcher(lower).find() ? HostFault.TOO_MANY_CONNECTIONS : HostFault.DROPPED;
            case 425 -> HostFault.PASSIVE_BLOCKED;
            case 426 -> HostFault.DROPPED;
            case 430, 530, 532, 331, 332 ->
                CROWD.matcher(lower).find() ? HostFault.TOO_MANY_CONNECTIONS : HostFault.SIGN_IN_REFUSED;
            case 452, 552 -> HostFault.DISK_FULL;
            case 450, 451, 550, 553 ->
                FULL.matcher(lower).find()
                        ? HostFault.DISK_FULL
                        : DENIED.matcher(lower).find() || code == 553
                                ? HostFault.NO_PERMISSION
                                : code == 550 ? HostFault.FOLDER_MISSING : HostFault.ANSWER_UNEXPECTED;
            case 522 -> REUSE.matcher(lower).find() ? HostFault.PASSIVE_BLOCKED : HostFault.TLS_NOT_OFFERED;
            case 431, 534 -> HostFault.TLS_NOT_OFFERED;
            default -> HostFault.ANSWER_UNEXPECTED;
        };
    }
}
