package app.entrada.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.text.ShippedFolder;
import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

@AnalyzeClasses(packages = "app.entrada.core", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {
    private static final String CORE = "app.entrada.core.";

    /** Reading the folders of our own archive goes by its address; nothing else has to do with the network. */
    @ArchTest
    static final ArchRule the_core_knows_no_framework_no_database_and_no_network = noClasses()
            .that()
            .doNotHaveFullyQualifiedName(ShippedFolder.class.getName())
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "java.sql..", "javax.sql..", "java.net..", "jakarta..");

    @ArchTest
    static final ArchRule the_core_asks_no_clock = noClasses()
            .should()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule packages_are_free_of_circles =
            slices().matching("app.entrada.core.(**)").should().beFreeOfCycles();

    /** The rooms, from the ground up: a room knows those below its row and no other, not even its neighbours. */
    private static final List<List<String>> ROOMS = List.of(
            List.of("code", "text", "names"),
            List.of("field", "container", "picture", "spelling"),
            List.of("sound"),
            List.of("fingerprint"),
            List.of("release"),
            List.of("title", "work", "credit", "sync"),
            List.of("tag", "tracklist", "labelcopy", "document", "disc", "check"),
            List.of("inspect", "intake", "desk", "catalogue"),
            List.of("copy"),
            List.of("delivery"));

    @ArchTest
    static void arrows_run_downward_only(JavaClasses core) {
        Map<String, Integer> floors = new HashMap<>();
        for (int floor = 0; floor < ROOMS.size(); floor++) for (String room : ROOMS.get(floor)) floors.put(room, floor);
        List<String> upward = new ArrayList<>();
        for (JavaClass each : core) {
            String from = room(each.getPackageName());
            assertThat(floors).as("rooms").containsKey(from);
            for (Dependency dependency : each.getDirectDependenciesFromSelf()) {
                String target = dependency.getTargetClass().getPackageName();
                if (!target.startsWith(CORE)) continue;
                String to = room(target);
                if (!to.equals(from) && floors.get(to) >= floors.get(from)) upward.add(dependency.getDescription());
            }
        }
        assertThat(upward).isEmpty();
    }

    private static String room(String ofPackage) {
        return ofPackage.substring(CORE.length()).split("\\.")[0];
    }

    @ArchTest
    static final ArchRule tags_know_no_files = noClasses()
            .that()
            .resideInAPackage("..core.tag..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("java.nio.file..");

    @ArchTest
    static void the_book_reads_every_table_of_rules(JavaClasses core) {
        Set<String> read = core.get(RuleBook.class).getDirectDependenciesFromSelf().stream()
                .map(dependency -> dependency.getTargetClass().getName())
                .collect(Collectors.toSet());
        List<String> tables = core.stream()
                .filter(each -> each.getPackageName().equals(RuleBook.class.getPackageName())
                        && each.getSimpleName().endsWith("Rules"))
                .map(JavaClass::getName)
                .toList();
        assertThat(tables).isNotEmpty().allMatch(read::contains);
    }

    @ArchTest
    static final ArchRule names_say_what_a_class_is =
            classes().should().haveNameNotMatching(".*(Util|Utils|Helper|Manager|Impl)");
}
