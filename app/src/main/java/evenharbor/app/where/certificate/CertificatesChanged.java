package evenharbor.app.where.certificate;

/**
 * A name's HTTPS has changed; told within the transaction that changes it.
 *
 * @param secured the name as it is now
 * @param urls whether the URLs that visitors open are others than before
 */
public record CertificatesChanged(Secured secured, boolean urls) {}
