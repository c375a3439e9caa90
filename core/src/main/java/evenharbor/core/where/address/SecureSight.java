package evenharbor.core.where.address;

import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.certificate.CertificateLife;

/**
 * What was seen of an address's HTTPS.
 *
 * @param life the life of its certificate
 * @param permission whether CAA records let our authority issue
 * @param handshake what came of a real handshake with it
 * @param sentOn what visitors by plain HTTP got
 */
public record SecureSight(
        CertificateLife life, CaaRules.Verdict permission, AddressSight.Visit handshake, AddressSight.Visit sentOn) {}
