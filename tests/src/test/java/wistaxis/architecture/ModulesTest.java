package wistaxis.architecture;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.assignableTo;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.name;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.command.Commands;

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
                .layer("measure").definedBy("wistaxis.measure..").layer("ledger-postgres").definedBy("wistaxis.postgres..").layer("test-server").definedBy("wistaxis.testserver..")
                .whereLayer("measure").mayNotBeAccessedByAnyLayer()
                .whereLayer("desktop").mayOnlyBeAccessedByLayers("measure")
                .whereLayer("cli").mayOnlyBeAccessedByLayers("measure")
                .whereLayer("workbench").mayOnlyBeAccessedByLayers("desktop", "cli", "measure")
                .whereLayer("ledger-postgres").mayOnlyBeAccessedByLayers("test-server") // it is found when it is used
                .whereLayer("store").mayOnlyBeAccessedByLayers("ledger-postgres", "test-server", "workbench", "desktop", "cli", "measure")
                .whereLayer("standins").mayOnlyBeAccessedByLayers("desktop", "cli", "measure").check(ALL);
    }

    /** The rooms of the workbench face one way. */
    @Test
    void theWorkbenchsRoomsFaceOneWay() {
        List<String> below = new ArrayList<>(List.of("wistaxis.workbench.computer"));
        for (String room : List.of("life", "command", "ticket", "plan", "people", "practice", "firmware", "route", "document", "usb", "desk")) {
            below.add("wistaxis.workbench." + room);
            classes().that().resideInAPackage("wistaxis.workbench." + room).should().onlyDependOnClassesThat(not(resideInAPackage(
                    "wistaxis.workbench..")).or(resideInAnyPackage(below.toArray(String[]::new)))).check(ALL);
        }
        noClasses().that().resideInAPackage("wistaxis.workbench.life").should().dependOnClassesThat()
                .resideInAPackage("wistaxis.core.ticket..").check(ALL);
    }

    /** In no module; pages lead to each other through the window around them, and know only the parts that they show. */
    @Test
    void nothingGoesRoundInCircles() {
        for (String firmwareFiles : List.of("desktop.view.(*)..", "desktop.(*)..", "workbench.(*)..", "store.(*)..", "cli.(*)..", "core.(*)..",
                "standins.(*)..", "(*)..")) {
            slices().matching("wistaxis." + firmwareFiles).should().beFreeOfCycles().allowEmptyShould(true).check(ALL);
        }
    }

    @Test
    void onlyTheDesktopDraws() {
        noClasses().that().resideOutsideOfPackage("wistaxis.desktop..").should().dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..").check(ALL.that(not(resideInAPackage("wistaxis.measure.."))));
    }

    @Test
    void viewsDoNotReachOutside() {
        noClasses().that().resideInAnyPackage("wistaxis.desktop.view..", "wistaxis.workbench..").should().dependOnClassesThat()
                .resideInAnyPackage("wistaxis.standins..").check(ALL);
        noClasses().that().resideInAPackage("wistaxis.desktop.view..").should().dependOnClassesThat()
                .resideInAnyPackage("java.net..", "java.sql..", "wistaxis.store.internet..").check(ALL);
    }

    /** The stand-ins are put together with a bench in one place of the window, and in the command line. */
    @Test
    void worldsAreComposedAtTheTop() {
        noClasses().that().resideInAnyPackage("wistaxis.desktop.view..", "wistaxis.desktop.look..", "wistaxis.desktop.sound..")
                .should().dependOnClassesThat().haveSimpleName("PracticeWorld").check(ALL);
    }

    /** Events are made where decisions are; what fills a ledger for the demo, a measurement or a picture is no decision. */
    @Test
    void nothingButADecisionMakesAnEvent() {
        noClasses().that().resideOutsideOfPackage("wistaxis.core..").and().haveNameNotMatching("wistaxis.standins.Demo.*")
                .and().resideOutsideOfPackage("wistaxis.measure..")
                .should().callConstructorWhere(target(owner(assignableTo(TicketEvent.class)))).check(ALL);
    }

    /** What changes a ticket is given as a command; nobody else appends. */
    @Test
    void nobodyButTheCommandsAppends() {
        noClasses().that().haveNameNotMatching("wistaxis.workbench.(command.Commands|ticket.Tickets|Alone.*)")
                .and().resideOutsideOfPackages("wistaxis.store..", "wistaxis.standins..", "wistaxis.measure..")
                .should().callMethodWhere(target(name("append")).and(target(owner(assignableTo(LedgerStore.class)
                .or(assignableTo(Commands.Book.class)).or(assignableTo(Ledger.class)))))).check(ALL);
    }

    /** What is done to a ticket goes through its acknowledged record; nobody beside the workbench appends. */
    @Test
    void nobodyInTheWindowAppendsByHimself() {
        noClasses().that().resideInAPackage("wistaxis.desktop.view..").should().dependOnClassesThat().haveSimpleName("Ledger").check(ALL);
        noClasses().that().resideInAPackage("wistaxis.workbench..").should().callMethod(System.class, "exit", int.class).check(ALL);
    }
}
