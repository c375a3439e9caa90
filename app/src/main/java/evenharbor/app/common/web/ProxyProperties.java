package evenharbor.app.common.web;

import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Which proxies stand before the application.
 *
 * @param proxyHeader the header in which they say where a request comes from, such as {@code X-Forwarded-For}; empty for no
 *     proxy
 * @param proxies their numbers, or networks as {@code 10.0.0.0/8}: what anyone else says in that header is not believed
 */
@ConfigurationProperties("harbor.access")
record ProxyProperties(String proxyHeader, List<String> proxies) {

    ProxyProperties {
        proxyHeader = proxyHeader == null ? "" : proxyHeader;
        proxies = proxies == null ? List.of() : List.copyOf(proxies);
    }
}
