package evenharbor.app.what.version;

import java.util.Set;

/** Something that needs versions: those it names are not cleaned up. */
public interface VersionUser {

    /** The numbers of the versions of a site that are needed. */
    Set<Integer> needed(String siteId);
}
