package evenharbor.core.where.address;

import java.util.Set;

/**
 * Names nobody may claim, because software or people take them for the harbor itself (RFC 2142 mailbox names used as
 * hosts, names that programs look up by themselves, names this harbor uses).
 */
public final class ReservedNames {

    private static final Set<String> NAMES = Set.of(
            "abuse",
            "account",
            "accounts",
            "admin",
            "administrator",
            "api",
            "app",
            "assets",
            "autoconfig",
            "autodiscover",
            "billing",
            "broadcasthost",
            "cdn",
            "daemon",
            "ftp",
            "harbor",
            "harbour",
            "help",
            "hostmaster",
            "imap",
            "info",
            "isatap",
            "localhost",
            "login",
            "logout",
            "mail",
            "marketing",
            "mx",
            "news",
            "noc",
            "ns",
            "ns1",
            "ns2",
            "ns3",
            "pop",
            "pop3",
            "postmaster",
            "preview",
            "root",
            "sales",
            "security",
            "sftp",
            "signin",
            "smtp",
            "ssh",
            "ssl",
            "status",
            "support",
            "sysadmin",
            "trouble",
            "usenet",
            "uucp",
            "webmail",
            "webmaster",
            "wpad",
            "www");

    private ReservedNames() {}

    /** Whether a cleaned name is kept back. */
    public static boolean contains(String name) {
        return NAMES.contains(name);
    }
}
