package evenharbor.app.common.statement;

/** How many statements a thread has sent to the database since its request began. */
final class Statements {

    private static final ThreadLocal<Statements> OF_THREAD = ThreadLocal.withInitial(Statements::new);

    private int count;

    private Statements() {}

    /** Those of the present request. */
    static Statements here() {
        return OF_THREAD.get();
    }

    void begin() {
        count = 0;
    }

    void sent() {
        count++;
    }

    /** The value of a {@code Server-Timing} field (W3C Server Timing). */
    String timing() {
        return "db;desc=\"" + count + (count == 1 ? " statement\"" : " statements\"");
    }
}
