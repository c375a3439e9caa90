package evenharbor.app.who.access;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Who may open accounts, and how their whereabouts are known.
 *
 * @param signUp who may open an account
 * @param proxyHeader the header in which a proxy before this application says where a request comes from, such as
 *     {@code X-Forwarded-For}; empty for none: what a stranger could write is not believed
 */
@ConfigurationProperties("harbor.access")
record AccessProperties(SignUp signUp, String proxyHeader) {

    /** Who may open an account. */
    enum SignUp {
        OPEN,
        /** Who has an invitation from someone who has one. */
        INVITATION,
        CLOSED
    }

    AccessProperties {
        signUp = signUp == null ? SignUp.OPEN : signUp;
        proxyHeader = proxyHeader == null ? "" : proxyHeader;
    }
}
