package evenharbor.app.overview.sftp;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.where.address.Role;
import io.swagger.v3.oas.annotations.media.Schema;
import java.net.URI;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a program has to be told to send files by SFTP, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/sftp")
class SftpController {

    private final SftpServer server;
    private final SftpProperties properties;
    private final Sites sites;
    private final Addresses addresses;
    private final HarborProperties harbor;

    SftpController(
            SftpServer server, SftpProperties properties, Sites sites, Addresses addresses, HarborProperties harbor) {
        this.server = server;
        this.properties = properties;
        this.sites = sites;
        this.addresses = addresses;
        this.harbor = harbor;
    }

    /**
     * What a program has to be told.
     *
     * @param running whether files are taken by SFTP now
     * @param server host name
     * @param user the site: a host name of its own, or its id
     * @param folder in which its files lie
     * @param fingerprint of the key that the server shows
     * @param url where visitors see it; null while it has no address
     * @param quietSeconds after so long without a word what was sent becomes a change of the draft
     */
    record SftpView(
            boolean running,
            String server,
            int port,
            String user,
            String folder,
            String fingerprint,
            @Schema(nullable = true) String url,
            long quietSeconds) {}

    @GetMapping
    SftpView of(@PathVariable String siteId) {
        sites.mine(siteId);
        Optional<Address> main = addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst();
        return new SftpView(
                server.port().isPresent(),
                properties.name().isEmpty() ? URI.create(harbor.appOrigin()).getHost() : properties.name(),
                server.port().orElse(properties.port()),
                main.filter(address -> address.path().equals("/"))
                        .map(Address::hostName)
                        .orElse(siteId),
                "/",
                server.fingerprint(),
                main.map(Address::url).orElse(null),
                properties.quiet().toSeconds());
    }
}
