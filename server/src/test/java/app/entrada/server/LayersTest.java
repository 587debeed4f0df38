package app.entrada.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.Set;
import java.util.TreeSet;

@AnalyzeClasses(packages = "app.entrada.server", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {
    private static final String SERVER = "app.entrada.server.";

    /** The lower floors; every other package is a feature of the top floor, the demo stands outside and may use all of them. */
    private static final Set<String> GROUND = Set.of("platform", "accounts", "facts", "files", "jobs");

    private static final Set<String> MIDDLE = Set.of(
            "sound",
            "standing",
            "receiving",
            "context",
            "checks",
            "views",
            "overview",
            "connections",
            "handover",
            "backup",
            "house");

    @ArchTest
    static final ArchRule packages_are_free_of_circles =
            slices().matching("app.entrada.server.(**)").should().beFreeOfCycles();

    @ArchTest
    static void no_floor_reaches_up_and_no_feature_into_another(JavaClasses server) {
        Set<String> wrong = new TreeSet<>();
        for (JavaClass each : server)
            for (Dependency dependency : each.getDirectDependenciesFromSelf()) {
                String from = room(each);
                String to = room(dependency.getTargetClass().getBaseComponentType());
                if (from.isEmpty() || to.isEmpty() || from.equals(to) || from.equals("demo")) continue;
                boolean upward = floor(to) > floor(from);
                boolean sideways = floor(to) == 2 && floor(from) == 2;
                if (upward || sideways) wrong.add(dependency.getDescription());
            }
        assertThat(wrong).isEmpty();
    }

    private static int floor(String room) {
        return GROUND.contains(room) ? 0 : MIDDLE.contains(room) ? 1 : 2;
    }

    private static String room(JavaClass each) {
        String in = each.getPackageName();
        return in.startsWith(SERVER) ? in.substring(SERVER.length()).split("\\.")[0] : "";
    }

    @ArchTest
    static final ArchRule controllers_hold_no_sql = noClasses()
            .that()
            .haveSimpleNameEndingWith("Controller")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("org.springframework.jdbc..");

    /** What the page gets and sends has types of its own; who asks for it over HTTP is nobody's business below. */
    @ArchTest
    static final ArchRule only_controllers_know_controllers = noClasses()
            .that()
            .areNotAnnotatedWith("org.springframework.web.bind.annotation.RestController")
            .and()
            .areTopLevelClasses()
            .should()
            .dependOnClassesThat()
            .areAnnotatedWith("org.springframework.web.bind.annotation.RestController");

    @ArchTest
    static final ArchRule external_programs_are_started_in_one_place_which_is_not_here =
            noClasses().should().dependOnClassesThat().areAssignableTo(ProcessBuilder.class);

    @ArchTest
    static final ArchRule the_older_json_library_is_not_used =
            noClasses().should().dependOnClassesThat().resideInAPackage("com.fasterxml.jackson.databind..");

    @ArchTest
    static final ArchRule facts_are_stored_through_changes_only = noClasses()
            .that()
            .resideOutsideOfPackage("..server.facts..")
            .should()
            .callMethodWhere(com.tngtech.archunit.core.domain.JavaCall.Predicates.target(
                            com.tngtech.archunit.core.domain.properties.HasName.Predicates.name("store"))
                    .and(com.tngtech.archunit.core.domain.JavaCall.Predicates.target(
                            com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner(
                                    com.tngtech.archunit.core.domain.JavaClass.Predicates.simpleName(
                                            "ReleaseRepository")))));
}
