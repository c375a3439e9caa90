package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Ledger;
import java.util.Collection;
import java.util.List;
import java.util.Map;

/** Keeps what we put on a host, safe against a crash at any moment. */
public interface LedgerKeeper {

    /** These files are about to be put into place: until it is said how it went, either may be there. */
    void begin(List<Sending> files);

    /** These are in place now, as the host says they look. */
    void put(Map<String, Ledger.Put> files);

    /** These are not ours any more: they are gone, or they were never put there. */
    void gone(Collection<String> paths);

    /** These were begun and have not been put: what was there before is still there. */
    void notPut(Collection<String> paths);
}
