package app.entrada.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.entrada.server", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {
    @ArchTest
    static final ArchRule external_programs_are_started_in_one_place_which_is_not_here =
            noClasses().should().dependOnClassesThat().areAssignableTo(ProcessBuilder.class);

    @ArchTest
    static final ArchRule the_older_json_library_is_not_used =
            noClasses().should().dependOnClassesThat().resideInAPackage("com.fasterxml.jackson.databind..");

    @ArchTest
    static final ArchRule facts_are_stored_through_changes_only = noClasses()
            .that()
            .resideOutsideOfPackage("..server.releases..")
            .should()
            .callMethodWhere(com.tngtech.archunit.core.domain.JavaCall.Predicates.target(
                            com.tngtech.archunit.core.domain.properties.HasName.Predicates.name("store"))
                    .and(com.tngtech.archunit.core.domain.JavaCall.Predicates.target(
                            com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner(
                                    com.tngtech.archunit.core.domain.JavaClass.Predicates.simpleName(
                                            "ReleaseRepository")))));
}
