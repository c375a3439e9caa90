package evenharbor.app.who.access;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Who may come in.
 *
 * @param signUp who may open an account
 * @param passwordMemory how much memory, in KiB, each look at a password takes, which makes guessing dear
 */
@ConfigurationProperties("harbor.access")
record AccessProperties(SignUp signUp, int passwordMemory) {

    /** Who may open an account. */
    enum SignUp {
        OPEN,
        /** Who has an invitation from someone who has one. */
        INVITATION,
        CLOSED
    }

    AccessProperties {
        signUp = signUp == null ? SignUp.OPEN : signUp;
    }
}
