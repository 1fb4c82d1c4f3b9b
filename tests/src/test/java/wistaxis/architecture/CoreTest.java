package wistaxis.architecture;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

/** The core has no interface code, reads no clock, opens no socket and starts no thread. */
class CoreTest {
    private static final JavaClasses CORE = ModulesTest.ALL.that(resideInAPackage("wistaxis.core.."));

    @Test
    void dependsOnNothingOfOursButItself() {
        classes().should().onlyDependOnClassesThat().resideInAnyPackage("wistaxis.core..", "java..", "javax.xml", "javax.xml.parsers",
                "org.xml.sax..", "org.jspecify..", "com.fasterxml..", "com.dd.plist..", "com.ibm.icu..").check(CORE);
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
