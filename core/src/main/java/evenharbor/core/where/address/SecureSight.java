package evenharbor.core.where.address;

import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.certificate.CertificateLife;
import java.util.Optional;

/**
 * What was seen of an address's HTTPS.
 *
 * @param life the life of its certificate
 * @param permission whether CAA records let our authority issue
 * @param handshake what came of a real handshake with it
 * @param sentOn what visitors by plain HTTP got; empty where they are meant to get the site as well
 */
public record SecureSight(
        CertificateLife life,
        CaaRules.Verdict permission,
        AddressSight.Visit handshake,
        Optional<AddressSight.Visit> sentOn) {}
