package evenharbor.core.who.access;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;

/** As what someone looks after a site; the later may all that the earlier may. */
public enum PersonRole {
    REVIEWER(Right.SEE, Right.COMMENT),
    EDITOR(Right.SEE, Right.COMMENT, Right.EDIT),
    PUBLISHER(Right.SEE, Right.COMMENT, Right.EDIT, Right.PUBLISH),
    OWNER(Right.SEE, Right.COMMENT, Right.EDIT, Right.PUBLISH, Right.MANAGE);

    private final Set<Right> rights;

    PersonRole(Right first, Right... more) {
        rights = EnumSet.of(first, more);
    }

    /** Whether someone in this role has a right. */
    public boolean may(Right right) {
        return rights.contains(right);
    }

    /** The least role that has a right. */
    public static PersonRole least(Right right) {
        for (PersonRole role : values()) {
            if (role.may(right)) {
                return role;
            }
        }
        throw new IllegalStateException(right + " is nobody's");
    }

    /** The role as a word in a sentence, with its article. */
    public String words() {
        return (this == EDITOR || this == OWNER ? "an " : "a ") + name().toLowerCase(Locale.ROOT);
    }
}
