package evenharbor.app.practice.demo;

import evenharbor.app.hosting.destination.FirstSendings;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.HostTests;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.practice.world.World;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.practice.host.HostingCompanies;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.stereotype.Component;

/** The demo's accounts at hosting companies, and what lies there. */
@Component
@ConditionalOnBooleanProperty("harbor.practice")
class DemoHosts {

    private final World world;
    private final Hosts hosts;
    private final HostTests tests;
    private final FirstSendings sendings;

    DemoHosts(World world, Hosts hosts, HostTests tests, FirstSendings sendings) {
        this.world = world;
        this.hosts = hosts;
        this.tests = tests;
        this.sendings = sendings;
    }

    /** Adds what a site's story tells of hosts. */
    void tell(Person person, String siteId, List<DemoStory.Elsewhere> told) {
        Current.as(
                person,
                () -> told.stream().map(DemoStory.Elsewhere::company).distinct().forEach(company -> {
                    Host host = added(world.hosting().all().stream()
                            .filter(c -> c.name().equals(company))
                            .findFirst()
                            .orElseThrow());
                    told.stream()
                            .filter(e -> e.company().equals(company))
                            .forEach(e -> sendings.add(
                                    siteId, host.id(), host.folder() + e.below(), host.url() + e.url(), e.version()));
                }));
    }

    private Host added(HostingCompanies.Company company) {
        Protocol protocol = company.port() == world.sftpPort() ? Protocol.SFTP : Protocol.FTPS;
        Host host = hosts.add(new Hosts.Wanted(
                company.name(),
                protocol,
                company.server(),
                Optional.of(company.port()),
                company.account().user(),
                Optional.of(company.account().password()),
                Optional.empty(),
                "/" + company.folder(),
                "http://" + company.site() + ":" + world.hosting().webPort() + "/",
                4));
        tests.now(host.id()).ifPresent(identity -> hosts.accept(host.id(), identity));
        tests.now(host.id());
        return host;
    }
}
