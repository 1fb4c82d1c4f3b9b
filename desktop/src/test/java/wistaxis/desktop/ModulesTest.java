package wistaxis.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The arrows between the modules, and the one place for colours. */
class ModulesTest {
    private static final JavaClasses ALL = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("wistaxis");

    @Test
    void theArrowsBetweenTheModulesHold() {
        assertThat(ALL.size()).isGreaterThan(100);
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("core").definedBy("wistaxis.core..").layer("standins").definedBy("wistaxis.standins..")
                .layer("store").definedBy("wistaxis.store..").layer("desktop").definedBy("wistaxis.desktop..")
                .whereLayer("desktop").mayNotBeAccessedByAnyLayer()
                .whereLayer("store").mayOnlyBeAccessedByLayers("desktop")
                .whereLayer("standins").mayOnlyBeAccessedByLayers("desktop").check(ALL);
    }

    @Test
    void onlyTheDesktopDraws() {
        noClasses().that().resideOutsideOfPackage("wistaxis.desktop..").should().dependOnClassesThat().resideInAnyPackage("javafx..", "java.awt..").check(ALL);
    }

    @Test
    void viewsDoNotReachOutside() {
        noClasses().that().resideInAPackage("wistaxis.desktop.view..").should().dependOnClassesThat()
                .resideInAnyPackage("java.net..", "java.sql..", "wistaxis.standins..", "wistaxis.store.line..").check(ALL);
    }

    @Test
    void coloursAreWrittenInTheTokenFilesOnly() throws IOException {
        Path resources = Path.of("src/main/resources/wistaxis/desktop");
        assertThat(Files.readString(resources.resolve("wistaxis.css"))).doesNotContainPattern("#[0-9a-fA-F]{3,8}\\b|rgb\\(").contains("-w-ink");
        List<Path> drawn;
        try (Stream<Path> walk = Files.walk(Path.of("src/main/java"))) {
            drawn = walk.filter(p -> p.toString().endsWith(".java")).toList();
        }
        for (Path file : drawn) {
            assertThat(Files.readString(file)).as(file.toString()).doesNotContainPattern("Color\\.(rgb|web)\\((?!m\\.group)|\"#[0-9a-f]{6}\"");
        }
        assertThat(tokens("tokens-day.css")).isEqualTo(tokens("tokens-dim.css")).hasSizeGreaterThan(10);
    }

    private static List<String> tokens(String sheet) throws IOException {
        return Files.readAllLines(Path.of("src/main/resources/wistaxis/desktop", sheet)).stream().map(String::strip).filter(l -> l.startsWith("-w-")).map(l -> l.split(":")[0]).toList();
    }
}
