package evenharbor.app.where.certificate;

import evenharbor.core.where.certificate.OrderBudget;
import java.net.URI;
import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The authority that certificates are had from.
 *
 * @param directory where its ACME directory is; empty for no authority
 * @param trust a PEM file with its root, for one that machines do not know by themselves; null for none
 * @param caa the domain name that CAA records name it by
 * @param byDefault whether addresses get HTTPS by themselves, as soon as a certificate can be had
 * @param ordersPerName how many orders for one name we allow ourselves in a day
 * @param ordersInAll how many orders in all we allow ourselves in three hours
 */
@ConfigurationProperties("harbor.authority")
public record AuthorityProperties(
        URI directory, Path trust, String caa, boolean byDefault, int ordersPerName, int ordersInAll) {

    /** Whether there is an authority at all. */
    boolean present() {
        return directory != null && !directory.toString().isBlank();
    }

    /** Whether there is one that addresses get HTTPS of by themselves. */
    boolean givesByDefault() {
        return present() && byDefault;
    }

    /** Whether the browsers of visitors know it, so that they can be sent on to HTTPS without asking anyone. */
    boolean knownToBrowsers() {
        return trust == null;
    }

    OrderBudget budget() {
        return new OrderBudget(ordersPerName, ordersInAll);
    }
}
