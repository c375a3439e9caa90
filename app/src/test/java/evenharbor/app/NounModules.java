package evenharbor.app;

import java.util.stream.Stream;
import org.springframework.modulith.core.ApplicationModuleDetectionStrategy;
import org.springframework.modulith.core.JavaPackage;

/** Each noun is a module: the packages below the groups (who, what, where …). */
public class NounModules implements ApplicationModuleDetectionStrategy {

    @Override
    public Stream<JavaPackage> getModuleBasePackages(JavaPackage application) {
        return application.getDirectSubPackages().stream().flatMap(group -> group.getDirectSubPackages().stream());
    }
}
