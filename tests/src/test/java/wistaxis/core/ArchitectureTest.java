package wistaxis.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

/**
 * The core has no interface code, reads no clock, opens no socket and starts no thread; the arrows between modules are held in desktop's
 * test.
 */
class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("wistaxis.core");

    @Test
    void dependsOnNothingOfOursButItself() {
        classes().should().onlyDependOnClassesThat().resideInAnyPackage("wistaxis.core..", "java..", "javax.xml", "javax.xml.parsers",
                "org.xml.sax..", "org.jspecify..", "com.fasterxml..", "com.dd.plist..").check(CORE);
    }

    @Test
    void hasNoInterfaceCodeNoSocketsNoThreads() {
        noClasses().should().dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "java.net..", "java.sql..", "javax.sound..",
                "java.util.concurrent..", "java.util.logging..")
                .orShould().dependOnClassesThat().areAssignableTo(Thread.class)
                .orShould().dependOnClassesThat().areAssignableTo(Clock.class).check(CORE);
    }

    @Test
    void readsNoClock() {
        noClasses().should().callMethod(System.class, "currentTimeMillis").orShould().callMethod(System.class, "nanoTime")
                .orShould().callMethod(Instant.class, "now").orShould().callMethod(LocalDate.class, "now").check(CORE);
    }
}
