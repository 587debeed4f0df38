package app.entrada.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "app.entrada.core", importOptions = ImportOption.DoNotIncludeTests.class)
class LayersTest {
    @ArchTest
    static final ArchRule the_core_knows_no_framework_no_database_and_no_network = noClasses()
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
    static final ArchRule containers_know_no_meaning = noClasses()
            .that()
            .resideInAPackage("..core.container..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("..core.tag..", "..core.embed..", "..core.rule..", "..core.message..");

    @ArchTest
    static final ArchRule tags_know_no_files = noClasses()
            .that()
            .resideInAPackage("..core.tag..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.nio.file..", "..core.embed..", "..core.rule..", "..core.message..");

    @ArchTest
    static final ArchRule names_say_what_a_class_is =
            classes().should().haveNameNotMatching(".*(Util|Utils|Helper|Manager|Impl)");
}
