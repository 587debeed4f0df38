package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.accounts.For;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;

/** A route that is open to the wrong people by mistake leads to a service that refuses them. */
@AnalyzeClasses(packages = "app.entrada.server", importOptions = ImportOption.DoNotIncludeTests.class)
class RolesAtServicesTest {
    private static final List<Class<? extends java.lang.annotation.Annotation>> WRITING =
            List.of(PostMapping.class, PutMapping.class, PatchMapping.class, DeleteMapping.class);

    /** What asks something that is too long for an address, or is about what is one's own. */
    private static final List<String> FOR_EVERYBODY = List.of(
            "CalendarController.renew",
            "CalendarController.withdraw",
            "CallbackController.news",
            "CatalogueEditController.preview",
            "CodesController.check",
            "DestinationController.serverKey",
            "FamiliesController.preview",
            "InspectController.dropped",
            "IntakeController.draft",
            "ReadinessController.plan",
            "RewordingController.rewording",
            "SavedViewController.remove",
            "SavedViewController.save",
            "TrackListController.read");

    @ArchTest
    static void every_writing_route_leads_to_a_deed_that_says_for_whom_it_is(JavaClasses server) {
        Set<String> open = new TreeSet<>();
        for (JavaClass each : server)
            if (each.getSimpleName().endsWith("Controller") && !isOfAccounts(each))
                for (JavaMethod method : each.getMethods())
                    if (WRITING.stream().anyMatch(method::isAnnotatedWith) && !leads(method, new HashSet<>()))
                        open.add(each.getSimpleName() + "." + method.getName());
        assertThat(open).isEqualTo(new TreeSet<>(FOR_EVERYBODY));
    }

    /** Those of accounts ask by themselves, with the password. */
    private static boolean isOfAccounts(JavaClass each) {
        return each.getPackageName().endsWith(".accounts");
    }

    private static boolean leads(JavaMethod from, Set<JavaMethod> seen) {
        if (!seen.add(from)) return false;
        return from.getMethodCallsFromSelf().stream()
                .flatMap(call -> call.getTarget().resolveMember().stream())
                .anyMatch(target -> target.isAnnotatedWith(For.class)
                        || (target.getOwner().equals(from.getOwner()) && leads(target, seen)));
    }
}
