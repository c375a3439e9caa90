package evenharbor.app.harbor.audience;

/** What lets visitors in to a part of a site. */
public enum AudienceWay {
    /** Nothing: it is for everyone. */
    EVERYONE,
    PASSWORD,
    LINK,
    /** Named people and lists of them. */
    PEOPLE,
    /** Everyone of an organisation, by the domain of their e-mail. */
    ORGANISATION,
    /** Whoever registers. */
    REGISTER
}
