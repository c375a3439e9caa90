package evenharbor.app.where.certificate;

/** What a person chose about the HTTPS of a name. */
enum HttpsChoice {
    /** Nothing: the harbor turns it on as soon as a certificate can be had. */
    NONE,
    ON,
    OFF
}
