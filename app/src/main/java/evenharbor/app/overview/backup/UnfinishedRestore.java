package evenharbor.app.overview.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.beans.factory.config.ConfigurableListableBeanFactory;
import org.springframework.context.EnvironmentAware;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/**
 * Refuses to start on a database that a restore was cut off in. While one is read in, a file in the harbor's folder says so;
 * it is asked for before anything else is made.
 */
@Component
class UnfinishedRestore implements BeanFactoryPostProcessor, EnvironmentAware {

    private Environment environment;

    @Override
    public void setEnvironment(Environment environment) {
        this.environment = environment;
    }

    @Override
    public void postProcessBeanFactory(ConfigurableListableBeanFactory beans) {
        if (isIn(Path.of(environment.getProperty("harbor.home", ".harbor")))) {
            throw new IllegalStateException(
                    "Even Harbor was not started: a restore was cut off here, and its database is not whole. Restore again.");
        }
    }

    static boolean isIn(Path home) {
        return Files.exists(mark(home));
    }

    static void begun(Path home) throws IOException {
        Files.writeString(mark(home), "A restore was begun and is not finished.\n");
    }

    static void ended(Path home) throws IOException {
        Files.deleteIfExists(mark(home));
    }

    private static Path mark(Path home) {
        return home.resolve("restore-unfinished");
    }
}
