package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;

/** Something went wrong with a host, told apart by what can be done about it. */
public class HostTrouble extends IOException {

    private final HostFault fault;
    private final String said;

    /**
     * A fault.
     *
     * @param said what the host said, or what was found there, in its own words; never a secret
     */
    public HostTrouble(HostFault fault, String said) {
        super(fault + ": " + said);
        this.fault = fault;
        this.said = said == null ? "" : said.strip();
    }

    /** The same, with what was thrown underneath. */
    public HostTrouble(HostFault fault, String said, Throwable cause) {
        this(fault, said);
        initCause(cause);
    }

    /** What went wrong. */
    public HostFault fault() {
        return fault;
    }

    /** What the host said; may be empty. For an identity that was not accepted: its fingerprint. */
    public String said() {
        return said;
    }
}
