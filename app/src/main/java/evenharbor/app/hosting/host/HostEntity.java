package evenharbor.app.hosting.host;

import evenharbor.core.hosting.host.Protocol;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;

@Entity
@Table(name = "host")
class HostEntity {

    /** How far the last test is. */
    enum TestState {
        NONE,
        RUNNING,
        DONE
    }

    @Id
    String id;

    String accountId;
    String name;

    @Enumerated(EnumType.STRING)
    Protocol protocol;

    String server;
    int port;

    @Column(name = "user_name")
    String user;

    byte[] secret;
    String folder;
    String url;
    String identity;
    int connections;

    @Enumerated(EnumType.STRING)
    TestState testState;

    String test;
    Instant testedAt;

    @Version
    long revision;

    String createdBy;
    Instant createdAt;

    Host toHost() {
        return new Host(
                id, accountId, name, protocol, server, port, user, folder, url, identity, connections, revision);
    }
}
