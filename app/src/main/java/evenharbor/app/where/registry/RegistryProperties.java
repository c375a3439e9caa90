package evenharbor.app.where.registry;

import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The registry that names are bought from.
 *
 * @param host where its EPP server is
 * @param port its port; 700 outside
 * @param tls whether the conversation is by TLS, as RFC 5734 asks for
 * @param client who we are there
 * @param password our password there
 * @param endings under which it sells names
 */
@ConfigurationProperties("harbor.registry")
public record RegistryProperties(
        String host, int port, boolean tls, String client, String password, List<String> endings) {}
