package evenharbor.app.common.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamesApartTest {

    @ParameterizedTest
    @CsvSource({
        // application, sites, previews, how many troubles
        "app.harbor.example, sites.harbor.example, previews.example, 2",
        "app.harbor.example, sites.example, previews.example, 1",
        // Endings that are on the public suffix list keep what lies under them apart.
        "harbor.example, org.uk, previews.example, 0",
        "app.harbor.example, org.uk, see.harbor.example, 1",
        "app.org.uk, org.uk, previews.example, 0",
        "10.0.0.1, org.uk, previews.example, 0",
    })
    void namesThatAreTooCloseAreTold(String app, String sites, String previews, int troubles) {
        assertThat(NamesApart.troubles(app, sites, previews)).hasSize(troubles);
    }
}
