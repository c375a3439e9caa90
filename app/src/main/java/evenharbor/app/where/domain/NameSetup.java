package evenharbor.app.where.domain;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.registry.RegistryProperties;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.domain.PublicSuffixes;
import java.util.HashSet;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** How typed names are read on this harbor. */
@Configuration
class NameSetup {

    @Bean
    AddressReader addressReader(HarborProperties harbor, RegistryProperties registry) {
        return new AddressReader(
                harbor.nameEnding(),
                List.of(harbor.previewEnding()),
                new PublicSuffixes(new HashSet<>(registry.endings())));
    }
}
