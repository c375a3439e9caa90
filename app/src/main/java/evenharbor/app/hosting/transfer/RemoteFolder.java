package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A folder on a host, signed in to. Paths are within the folder, with slashes, as in a manifest. Used by one thread. All
 * methods throw {@link HostTrouble} for what went wrong at the host; other IOExceptions are ours.
 */
public interface RemoteFolder extends AutoCloseable {

    /**
     * Everything below, but for our own temporary files.
     *
     * @param without folders, each with a slash at its end, that are not looked into
     */
    Listing list(Set<String> without) throws IOException;

    /** The names of the folders right in this one. */
    List<String> folders() throws IOException;

    /** How some paths are now; those that are not there are missing in the answer. */
    Map<String, Listing.Found> look(Collection<String> paths) throws IOException;

    /** Reads a file. */
    void read(String path, OutputStream to) throws IOException;

    /**
     * SHA-256 of files as they lie there: computed by the host when it does that, else by reading them back. Those that are
     * not there are missing in the answer.
     *
     * @param sizes bytes of each, by path, as seen when it was listed
     */
    Map<String, String> hashes(Map<String, Long> sizes, Meter meter) throws IOException;

    /** Makes the folder itself, and those above it, when they are not there. @return whether it was missing */
    boolean make() throws IOException;

    /** Makes folders, each with its parents in the set or there, and the one for temporary files. */
    void makeFolders(Set<String> folders) throws IOException;

    /**
     * Which of these lie there whole under their temporary names since an earlier try that was cut off. Files are written
     * from their beginning on, so one of the right size under the name that is made of its content is whole.
     *
     * @return their paths
     */
    default Set<String> arrived(List<Sending> files) throws IOException {
        Map<String, Listing.Found> there =
                look(files.stream().map(Sending::temporary).toList());
        return files.stream()
                .filter(file -> {
                    Listing.Found found = there.get(file.temporary());
                    return found != null && found.size() == file.file().size();
                })
                .map(Sending::path)
                .collect(Collectors.toSet());
    }

    /** Sends files whole under their temporary names. */
    void send(List<Sending> files, Contents contents, Meter meter) throws IOException;

    /** Puts sent files into place, each at once, in the order of the list as far as the host allows. */
    void place(List<Sending> files, Contents contents) throws IOException;

    /** Removes files; one that is not there is no error. */
    void remove(List<String> paths) throws IOException;

    /** Removes our temporary files, and of these folders the ones that are empty. */
    void tidy(Collection<String> folders) throws IOException;

    /** What the host cannot do as one would wish, in sentences for its owner. */
    List<String> shortcomings();

    @Override
    void close();
}
