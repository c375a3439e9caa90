package evenharbor.core.what.build;

import evenharbor.core.what.version.FileEntry;
import java.util.List;
import java.util.Optional;

/**
 * A file that pages link to in their head.
 *
 * @param key under which a page that has its own is known
 * @param attributes of the link, names and values in turn
 * @param content what it is named by, where it is loaded with the page
 */
record Linked(String key, String relation, String path, List<String> attributes, Optional<FileEntry> content) {}
