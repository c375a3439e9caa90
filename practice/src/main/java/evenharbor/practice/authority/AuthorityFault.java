package evenharbor.practice.authority;

/** What can be made to go wrong with the authority. */
public enum AuthorityFault {
    /** Nothing is wrong. */
    NONE,
    /** It answers nobody. */
    DOWN,
    /** It answers after five seconds. */
    SLOW,
    /** It takes no more orders for an hour, and says so with Retry-After. */
    RATE_LIMITED,
    /** It finds CAA records that forbid it. */
    REFUSES_CAA,
    /** It sees other content at each name than was agreed. */
    WRONG_CONTENT,
    /** It issues only two minutes after an order is complete. */
    LATE
}
