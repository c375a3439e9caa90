package evenharbor.app.common.secret;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.beans.factory.config.ConfigurableListableBeanFactory;
import org.springframework.boot.env.YamlPropertySourceLoader;
import org.springframework.context.EnvironmentAware;
import org.springframework.core.env.EnumerablePropertySource;
import org.springframework.core.env.Environment;
import org.springframework.core.env.PropertySource;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Refuses to start for real with a secret that everyone can read in the repository: those of the practice world. Asked
 * before anything else is made.
 */
@Component
class RepositorySecrets implements BeanFactoryPostProcessor, EnvironmentAware {

    private static final String PRACTICE = "application-practice.yml";

    private Environment environment;

    @Override
    public void setEnvironment(Environment environment) {
        this.environment = environment;
    }

    @Override
    public void postProcessBeanFactory(ConfigurableListableBeanFactory beans) {
        if (environment.getProperty("harbor.practice", Boolean.class, false)) {
            return;
        }
        List<String> known = known(environment);
        if (!known.isEmpty()) {
            throw new IllegalStateException("Even Harbor was not started: " + String.join(", ", known)
                    + (known.size() == 1 ? " is a value that stands" : " are values that stand")
                    + " in the public repository, for the practice world. Set your own.");
        }
    }

    /** The names of settings whose value is one of the practice world's secrets. */
    static List<String> known(Environment environment) {
        List<String> known = new ArrayList<>();
        for (PropertySource<?> source : practice()) {
            for (String name : ((EnumerablePropertySource<?>) source).getPropertyNames()) {
                String value = String.valueOf(source.getProperty(name));
                // A default behind a placeholder: ${NAME:default}
                String secret = value.replaceFirst("^\\$\\{[^:}]*:(.*)}$", "$1");
                if (name.matches(".*(secret|password|key)$") && secret.equals(environment.getProperty(name))) {
                    known.add(name);
                }
            }
        }
        return known;
    }

    private static List<PropertySource<?>> practice() {
        try {
            return new YamlPropertySourceLoader().load(PRACTICE, new ClassPathResource(PRACTICE));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
