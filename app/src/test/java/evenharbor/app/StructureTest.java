package evenharbor.app;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.belongToAnyOf;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import evenharbor.app.fixture.TestHarbor;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.modulith.core.ApplicationModules;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** The structure of the program, as docs/architecture.md tells it. */
class StructureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("evenharbor");

    @Test
    void coreHasNoEffects() {
        noClasses()
                .that()
                .resideInAPackage("evenharbor.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "jakarta..",
                        "org.hibernate..",
                        "java.sql..",
                        "java.nio.file..",
                        "java.net.http..",
                        "org.eclipse.jetty..",
                        "evenharbor.edge..",
                        "evenharbor.app..")
                .check(CLASSES);
        // Zone files, certificates, pictures and documents are read and written in memory by libraries whose entry is a
        // stream.
        noClasses()
                .that()
                .resideInAPackage("evenharbor.core..")
                .should()
                .dependOnClassesThat(resideInAPackage("java.io..")
                        .and(not(belongToAnyOf(
                                ByteArrayInputStream.class,
                                InputStream.class,
                                StringReader.class,
                                IOException.class,
                                UncheckedIOException.class,
                                StringWriter.class,
                                ByteArrayOutputStream.class))))
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage("evenharbor.core..")
                .should()
                .callMethod(Instant.class, "now")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .orShould()
                .callMethod(Clock.class, "systemUTC")
                .check(CLASSES);
    }

    @Test
    void nothingPointsBackUp() {
        noClasses()
                .that()
                .resideInAPackage("evenharbor.edge..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("evenharbor.app..", "evenharbor.practice..", "org.springframework..")
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage("evenharbor.practice..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("evenharbor.app..", "evenharbor.edge..", "evenharbor.core..")
                .check(CLASSES);
    }

    @Test
    void theModulesOfTheApplicationKeepTheirBorders() {
        ApplicationModules modules = ApplicationModules.of(EvenHarbor.class);
        assertThat(modules.getModuleByName("where.address")).isPresent();
        modules.verify();
    }

    /** The floors of docs/architecture.md, from the top: an upper one may use a lower one, never the other way. */
    private static final List<String> FLOORS =
            List.of("practice", "overview", "when", "hosting", "harbor", "where", "what", "who", "common");

    @ParameterizedTest
    @ValueSource(strings = {"core", "app"})
    void anUpperFloorIsNeverUsedByALowerOne(String room) {
        for (int floor = 1; floor < FLOORS.size(); floor++) {
            String[] above = FLOORS.subList(0, floor).stream()
                    .map(group -> "evenharbor." + room + "." + group + "..")
                    .toArray(String[]::new);
            noClasses()
                    .that()
                    .resideInAPackage("evenharbor." + room + "." + FLOORS.get(floor) + "..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(above)
                    .allowEmptyShould(true)
                    .check(CLASSES);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"core", "app"})
    void everyPackageStandsOnAFloor(String room) {
        assertThat(CLASSES.stream()
                        .map(JavaClass::getPackageName)
                        .filter(name -> name.startsWith("evenharbor." + room + "."))
                        .map(name -> name.split("\\.")[2]))
                .isSubsetOf(FLOORS);
    }

    /** The description of the API knows a type by its simple name: of two alike one would be lost in silence. */
    @Test
    void noTwoTypesOfTheApiHaveOneName() {
        assertThat(CLASSES.stream()
                        .filter(type -> type.isRecord()
                                && type.getEnclosingClass()
                                        .filter(controller -> controller.isAnnotatedWith(RestController.class))
                                        .isPresent())
                        .map(JavaClass::getSimpleName))
                .doesNotHaveDuplicates();
    }

    @Test
    void theInterfacesTypesComeFromTheApiAsItIs() throws IOException {
        JsonMapper json = JsonMapper.builder().build();
        String now = TestHarbor.get().person().get("/api/openapi.json").is(200).text();
        Path committed = Path.of("..", "web", "src", "common", "api", "openapi.json");
        assertThat(json.readTree(Files.readString(committed)))
                .as("web/src/common/api/openapi.json is out of date; what it should be is in app/target/openapi.json")
                .satisfies(tree -> {
                    Files.writeString(Path.of("target", "openapi.json"), now);
                    assertThat(tree).isEqualTo(json.readTree(now));
                });
    }
}
