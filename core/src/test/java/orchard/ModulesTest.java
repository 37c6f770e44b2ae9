package orchard;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Inside core, packages know only those that come before them. */
class ModulesTest {

    private static final List<String> ORDER = List.of(
            "mistake",
            "signal",
            "form",
            "session",
            "typing",
            "parameter",
            "light",
            "gear",
            "condition",
            "trigger",
            "table",
            "recognise",
            "seat",
            "inventory",
            "memory",
            "shape",
            "action",
            "mapping",
            "layout",
            "rig",
            "text",
            "recipe",
            "outcome",
            "engine",
            "check");

    private final JavaClasses classes = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("orchard");

    @Test
    void everyPackageHasItsPlace() {
        assertThat(classes.stream()
                        .map(type -> type.getPackageName().split("\\.")[1])
                        .distinct())
                .containsExactlyInAnyOrderElementsOf(ORDER);
    }

    @Test
    void packagesKnowOnlyThoseBeforeThem() {
        for (int i = 0; i < ORDER.size() - 1; i++) {
            String[] later = ORDER.subList(i + 1, ORDER.size()).stream()
                    .map(name -> "orchard." + name + "..")
                    .toArray(String[]::new);
            ArchRuleDefinition.noClasses()
                    .that()
                    .resideInAPackage("orchard." + ORDER.get(i) + "..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(later)
                    .check(classes);
        }
    }

    @Test
    void coreKnowsNoInterfaceNoDatabaseAndNoApplication() {
        ArchRuleDefinition.noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "java.sql..",
                        "javax.sql..",
                        "javax.sound..",
                        "java.net..",
                        "orchard.app..",
                        "orchard.device..",
                        "orchard.standin..")
                .check(classes);
    }
}
