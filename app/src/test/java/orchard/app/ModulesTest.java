package orchard.app;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** Which module may know which: core knows nobody, stand-ins know messages, the application's packages know downwards. */
class ModulesTest {

    private final JavaClasses classes = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("orchard");

    @Test
    void coreKnowsNeitherStandInsNorApplication() {
        noClasses()
                .that()
                .resideOutsideOfPackages("orchard.app..", "orchard.standin..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("orchard.app..", "orchard.standin..")
                .check(classes);
    }

    @Test
    void standInsKnowOnlyMessages() {
        noClasses()
                .that()
                .resideInAPackage("orchard.standin..")
                .should()
                .dependOnClassesThat(resideInAPackage("orchard..")
                        .and(not(resideInAnyPackage("orchard.signal..", "orchard.standin.."))))
                .check(classes);
    }

    /** What is true of one device only is found, not named: nobody else may know it. */
    @Test
    void nobodyKnowsADevice() {
        noClasses()
                .that()
                .resideOutsideOfPackage("orchard.device..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("orchard.device..")
                .check(classes);
    }

    @Test
    void theApplicationsPackagesKnowDownwards() {
        noClasses()
                .that()
                .resideInAnyPackage("orchard.app.port..", "orchard.app.store..", "orchard.app.access..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("orchard.app.live..", "orchard.app.demo..", "orchard.app.web..")
                .check(classes);
        noClasses()
                .that()
                .resideInAPackage("orchard.app.live..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("orchard.app.demo..", "orchard.app.web..")
                .check(classes);
        noClasses()
                .that()
                .resideOutsideOfPackages("orchard.app.store..", "org.springframework..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.springframework.jdbc..", "java.sql..")
                .check(classes);
    }
}
