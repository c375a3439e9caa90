package evenharbor.core.domain;

import java.util.List;

/** What a server said when it was asked for records of one name and type. Each way to fail is told apart. */
public sealed interface Seen {

    /**
     * Records.
     *
     * @param aliases the names that CNAME records led through, the asked one left out
     * @param data the records' data at the end of the way, sorted; empty when the last alias has none of the type
     * @param ttl seconds for which the whole way may still be kept: the least of its TTLs
     */
    record Records(List<String> aliases, List<String> data, long ttl) implements Seen {}

    /**
     * There is no such name (RFC 2308 section 2.1).
     *
     * @param aliases the names that CNAME records led through; the last one does not exist
     * @param ttl seconds for which this may be kept: the lesser of the SOA record's TTL and its minimum field
     */
    record NoSuchName(List<String> aliases, long ttl) implements Seen {}

    /**
     * The name exists and has no records of the type (RFC 2308 section 2.2).
     *
     * @param ttl seconds for which this may be kept
     */
    record NoData(long ttl) implements Seen {}

    /** The server will not answer this question to us. */
    record Refused() implements Seen {}

    /** The server says that it failed (SERVFAIL). */
    record ServerFailure() implements Seen {}

    /** Nothing came back in time. */
    record NoAnswer() implements Seen {}

    /** A server that the delegation names does not have the zone (RFC 8499: lame delegation). */
    record Lame() implements Seen {}

    /** What came back could not be understood, or led in a ring. */
    record Unusable(String why) implements Seen {}

    /** Whether it says something about the name, rather than about the server. */
    default boolean conclusive() {
        return this instanceof Records || this instanceof NoSuchName || this instanceof NoData;
    }

    /** Seconds for which the answer may be kept; 0 for a failure. */
    default long keptFor() {
        if (this instanceof Records r) {
            return r.ttl();
        }
        if (this instanceof NoSuchName n) {
            return n.ttl();
        }
        return this instanceof NoData d ? d.ttl() : 0;
    }

    /** What was seen, in a few words. */
    default String words() {
        if (this instanceof Records r) {
            String way = r.aliases().isEmpty() ? "" : "by way of " + String.join(", ", r.aliases()) + " ";
            return r.data().isEmpty() ? way + "nothing" : way + String.join(", ", r.data());
        }
        if (this instanceof NoSuchName n) {
            return n.aliases().isEmpty()
                    ? "no such name"
                    : "an alias of " + n.aliases().get(n.aliases().size() - 1) + ", which does not exist";
        }
        if (this instanceof NoData) {
            return "the name, without such a record";
        }
        if (this instanceof Refused) {
            return "refused to answer";
        }
        if (this instanceof ServerFailure) {
            return "failed to answer";
        }
        if (this instanceof NoAnswer) {
            return "no answer in time";
        }
        if (this instanceof Lame) {
            return "does not have the zone";
        }
        return ((Unusable) this).why();
    }
}
