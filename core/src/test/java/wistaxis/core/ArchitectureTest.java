package wistaxis.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;

/** The core has no interface code, reads no clock, opens no socket and starts no thread; the arrows between modules are held in desktop's test. */
@AnalyzeClasses(packages = "wistaxis.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule NOTHING_OF_OURS_BUT_CORE =
            classes().should().onlyDependOnClassesThat().resideInAnyPackage("wistaxis.core..", "java..", "org.jspecify..", "com.fasterxml..", "com.dd.plist..");

    @ArchTest
    static final ArchRule NO_INTERFACE_NO_SOCKETS_NO_THREADS = noClasses().should().dependOnClassesThat()
            .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "java.net..", "java.sql..", "javax.sound..", "java.util.concurrent..", "java.util.logging..")
            .orShould().dependOnClassesThat().areAssignableTo(Thread.class)
            .orShould().dependOnClassesThat().areAssignableTo(Clock.class);

    @ArchTest
    static final ArchRule NO_CLOCKS = noClasses().should().callMethod(System.class, "currentTimeMillis").orShould().callMethod(System.class, "nanoTime")
            .orShould().callMethod(Instant.class, "now").orShould().callMethod(LocalDate.class, "now");
}
