package wistaxis.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** The arrows between the modules, over all of them. */
class ModulesTest {
    static final JavaClasses ALL = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("wistaxis");

    @Test
    void theArrowsBetweenTheModulesHold() {
        assertThat(ALL.size()).isGreaterThan(300);
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("core").definedBy("wistaxis.core..").layer("standins").definedBy("wistaxis.standins..").layer("store")
                .definedBy("wistaxis.store..")
                .layer("workbench").definedBy("wistaxis.workbench..").layer("desktop").definedBy("wistaxis.desktop..").layer("cli")
                .definedBy("wistaxis.cli..")
                .whereLayer("desktop").mayNotBeAccessedByAnyLayer()
                .whereLayer("cli").mayNotBeAccessedByAnyLayer()
                .whereLayer("workbench").mayOnlyBeAccessedByLayers("desktop", "cli")
                .whereLayer("store").mayOnlyBeAccessedByLayers("workbench", "desktop", "cli")
                .whereLayer("standins").mayOnlyBeAccessedByLayers("desktop", "cli").check(ALL);
    }

    @Test
    void onlyTheDesktopDraws() {
        noClasses().that().resideOutsideOfPackage("wistaxis.desktop..").should().dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..").check(ALL);
    }

    @Test
    void viewsDoNotReachOutside() {
        noClasses().that().resideInAnyPackage("wistaxis.desktop.view..", "wistaxis.workbench..").should().dependOnClassesThat()
                .resideInAnyPackage("wistaxis.standins..").check(ALL);
        noClasses().that().resideInAPackage("wistaxis.desktop.view..").should().dependOnClassesThat()
                .resideInAnyPackage("java.net..", "java.sql..", "wistaxis.store.line..").check(ALL);
    }

    /** The stand-ins are put together with a bench in one place of the window, and in the command line. */
    @Test
    void worldsAreComposedAtTheTop() {
        noClasses().that().resideInAnyPackage("wistaxis.desktop.view..", "wistaxis.desktop.look..", "wistaxis.desktop.sound..")
                .should().dependOnClassesThat().haveSimpleName("PracticeWorld").check(ALL);
    }

    /** What is done to a ticket goes through its acknowledged record; nobody beside the workbench appends. */
    @Test
    void nobodyInTheWindowAppendsByHimself() {
        noClasses().that().resideInAPackage("wistaxis.desktop.view..").should().dependOnClassesThat().haveSimpleName("Ledger").check(ALL);
        noClasses().that().resideInAPackage("wistaxis.workbench..").should().callMethod(System.class, "exit", int.class).check(ALL);
    }
}
