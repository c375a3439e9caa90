package evenharbor.app.what.draft;

import evenharbor.core.what.version.Manifest;
import java.util.function.UnaryOperator;

/** Lets what is said about files follow them when they are renamed. Answered by whoever keeps it. */
public interface RenameFollower {
    /** The files as they are to be after a rename. @param names the new path by the old one; the same for what stays */
    Manifest renamed(Manifest after, UnaryOperator<String> names);
}
