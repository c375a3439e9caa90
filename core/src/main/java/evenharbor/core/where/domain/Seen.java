package evenharbor.core.where.domain;

import java.util.List;

/** What a server said when it was asked for records of one name and type. Each way to fail is told apart. */
public sealed interface Seen {

    /** Whether it says something about the name, rather than about the server. */
    default boolean conclusive() {
        return false;
    }

    /** Seconds for which the answer may be kept; 0 for a failure. */
    default long keptFor() {
        return 0;
    }

    /** The records' data; none for an answer without records. */
    default List<String> data() {
        return List.of();
    }

    /** What was seen, in a few words. */
    String words();

    /**
     * Records.
     *
     * @param aliases the names that CNAME records led through, the asked one left out
     * @param data the records' data at the end of the way, sorted; empty when the last alias has none of the type
     * @param ttl seconds for which the whole way may still be kept: the least of its TTLs
     */
    record Records(List<String> aliases, List<String> data, long ttl) implements Seen {
        @Override
        public boolean conclusive() {
            return true;
        }

        @Override
        public long keptFor() {
            return ttl;
        }

        @Override
        public String words() {
            String way = aliases.isEmpty() ? "" : "by way of " + String.join(", ", aliases) + " ";
            return way + (data.isEmpty() ? "nothing" : String.join(", ", data));
        }
    }

    /**
     * There is no such name (RFC 2308 section 2.1).
     *
     * @param aliases the names that CNAME records led through; the last one does not exist
     * @param ttl seconds for which this may be kept: the lesser of the SOA record's TTL and its minimum field
     */
    record NoSuchName(List<String> aliases, long ttl) implements Seen {
        @Override
        public boolean conclusive() {
            return true;
        }

        @Override
        public long keptFor() {
            return ttl;
        }

        @Override
        public String words() {
            return aliases.isEmpty()
                    ? "no such name"
                    : "an alias of " + aliases.get(aliases.size() - 1) + ", which does not exist";
        }
    }

    /**
     * The name exists and has no records of the type (RFC 2308 section 2.2).
     *
     * @param ttl seconds for which this may be kept
     */
    record NoData(long ttl) implements Seen {
        @Override
        public boolean conclusive() {
            return true;
        }

        @Override
        public long keptFor() {
            return ttl;
        }

        @Override
        public String words() {
            return "the name, without such a record";
        }
    }

    /** The server will not answer this question to us. */
    record Refused() implements Seen {
        @Override
        public String words() {
            return "refused to answer";
        }
    }

    /** The server says that it failed (SERVFAIL). */
    record ServerFailure() implements Seen {
        @Override
        public String words() {
            return "failed to answer";
        }
    }

    /** Nothing came back in time. */
    record NoAnswer() implements Seen {
        @Override
        public String words() {
            return "no answer in time";
        }
    }

    /** A server that the delegation names does not have the zone (RFC 8499: lame delegation). */
    record Lame() implements Seen {
        @Override
        public String words() {
            return "does not have the zone";
        }
    }

    /** What came back could not be understood, or led in a ring. */
    record Unusable(String words) implements Seen {}
}
