package evenharbor.app.who.access;

import java.security.SecureRandom;

/** Random names for things: lower-case letters and digits that cannot be mistaken for each other. */
public final class Ids {

    private static final String LETTERS = "23456789abcdefghjkmnpqrstuvwxyz";
    private static final SecureRandom RANDOM = new SecureRandom();

    private Ids() {}

    /** A new id of 12 characters. */
    public static String id() {
        return random(12);
    }

    /** A new secret of 32 characters, about 158 bits. */
    public static String secret() {
        return random(32);
    }

    private static String random(int length) {
        return RANDOM.ints(length, 0, LETTERS.length())
                .mapToObj(i -> String.valueOf(LETTERS.charAt(i)))
                .reduce("", String::concat);
    }
}
