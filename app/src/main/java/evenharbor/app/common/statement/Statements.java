package evenharbor.app.common.statement;

/** What a thread has sent to the database since its request began. */
final class Statements {

    private static final ThreadLocal<Statements> OF_THREAD = ThreadLocal.withInitial(Statements::new);

    private int count;
    private long millis;

    private Statements() {}

    /** Those of the present request. */
    static Statements here() {
        return OF_THREAD.get();
    }

    void begin() {
        count = 0;
        millis = 0;
    }

    void sent(int statements, long took) {
        count += statements;
        millis += took;
    }

    int count() {
        return count;
    }

    /** The value of a {@code Server-Timing} field (W3C Server Timing). */
    String timing() {
        return "db;dur=" + millis + ";desc=\"" + count + (count == 1 ? " statement\"" : " statements\"");
    }
}
