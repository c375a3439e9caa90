package evenharbor.app.what.draft;

import evenharbor.core.what.draft.Folder;
import java.util.List;

/** Tells which folders of a draft follow another site, so that they are not changed here. Answered by whoever keeps it. */
public interface SharedParts {

    /** @param from what the other site is called */
    record Part(Folder folder, String from) {}

    /** Those of a site. */
    List<Part> of(String siteId);
}
