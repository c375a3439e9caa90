package evenharbor.app.overview.firstrun;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;

/**
 * What a harbor is to be.
 *
 * @param appName where people open the application, by HTTPS; empty for this machine alone
 * @param nameEnding what names of sites end with
 * @param previewEnding what names of previews end with
 * @param numbers the public numbers of this machine, IPv4 or IPv6
 * @param mailHost the mail server; empty for none
 * @param mailSecurity none, starttls or tls
 * @param mailUser who signs in there; empty for nobody
 * @param mailFrom who mails are from
 * @param authority URL of the directory of a certificate authority; empty for none
 * @param signUp who may open an account: open, invitation or closed
 */
record FirstRunSettings(
        @NotNull @Size(max = 253) String appName,
        @NotNull @Size(max = 253) String nameEnding,
        @NotNull @Size(max = 253) String previewEnding,
        @NotNull @Size(max = 8) List<String> numbers,
        @NotNull @Size(max = 253) String mailHost,
        int mailPort,
        @NotNull MailSecurity mailSecurity,
        @NotNull @Size(max = 200) String mailUser,
        @NotNull @Size(max = 200) String mailPassword,
        @NotNull @Size(max = 300) String mailFrom,
        @NotNull @Size(max = 500) String authority,
        @NotNull SignUp signUp) {

    /** How the connection to the mail server is made safe. */
    enum MailSecurity {
        NONE,
        STARTTLS,
        TLS
    }

    /** Who may open an account afterwards. */
    enum SignUp {
        OPEN,
        INVITATION,
        CLOSED
    }

    /** The name that other names are made to point at. */
    String target() {
        return "visit." + nameEnding.strip();
    }
}
