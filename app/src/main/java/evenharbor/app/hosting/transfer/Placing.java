package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.util.List;

/**
 * Puts a sent file into place, as well as a host can: by a rename that replaces; else by removing what is there as shortly
 * before as can be; else by writing it where it shall be. What a host cannot do is found out once. May be used by several
 * threads.
 */
final class Placing {

    private volatile boolean clears;
    private volatile boolean inPlace;

    /** What a host is asked for, for one file. */
    interface Host {
        /** Renames within the folder. @return whether it was done */
        boolean rename(String from, String to) throws IOException;

        /** The refusal that was just heard. */
        HostTrouble refusal(String to) throws IOException;

        /** Removes what is there and puts another file in its stead, with nothing in between. @return whether it was done */
        boolean removeAndRename(String from, String to) throws IOException;

        /** Writes the file where it shall be, and removes the one that was sent. */
        void write(String to) throws IOException;
    }

    /** Puts one file into place. */
    void place(Sending file, Host host) throws IOException {
        String from = file.temporary();
        String to = file.path();
        if (!inPlace && !clears) {
            if (host.rename(from, to)) {
                return;
            }
            learn(from, host, host.refusal(to));
        }
        if (inPlace) {
            host.write(to);
        } else if (!host.removeAndRename(from, to)) {
            throw host.refusal(to);
        }
    }

    /** Whether it is only what was there that stood in the way: nothing is removed before that is known. */
    private void learn(String from, Host host, HostTrouble refused) throws IOException {
        if (refused.fault() == HostFault.DISK_FULL) {
            throw refused;
        }
        String aside = from + "-aside";
        boolean renames = host.rename(from, aside) && host.rename(aside, from);
        clears |= renames;
        inPlace |= !renames;
    }

    /** What the host was found not to do, for its owner. */
    List<String> shortcomings() {
        if (inPlace) {
            return List.of("This host refuses to rename files: each is written in place, and for a moment half there.");
        }
        return clears
                ? List.of("This host does not replace a file by a rename: for a moment the old one is gone.")
                : List.of();
    }
}
