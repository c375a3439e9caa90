package evenharbor.app.who.access;

import java.io.Serializable;

/**
 * Someone who is signed in.
 *
 * @param id their id
 * @param accountId the account that they act in: whose sites they look after
 * @param name what they are called
 * @param email what they sign in with
 */
public record Person(String id, String accountId, String name, String email) implements Serializable {

    /** The same, acting in an account. */
    Person in(String account) {
        return new Person(id, account, name, email);
    }
}
