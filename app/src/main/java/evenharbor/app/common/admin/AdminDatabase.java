package evenharbor.app.common.admin;

import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** The harbor's database, as its settings have it. */
public record AdminDatabase(String url, String user, String password) {

    /** That of a harbor. */
    public static AdminDatabase of(Environment settings) {
        return new AdminDatabase(
                settings.getRequiredProperty("spring.datasource.url"),
                settings.getRequiredProperty("spring.datasource.username"),
                settings.getProperty("spring.datasource.password", ""));
    }

    /** Asks it, by a connection of its own for each question. */
    public JdbcClient client() {
        return JdbcClient.create(new DriverManagerDataSource(url, user, password));
    }
}
