package app.entrada.cli;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.document.ReleaseDocument;
import app.entrada.core.document.SheetTable;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "check",
        description = "Checks a release document against destinations; exit code 1 when something stops.")
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "DOCUMENT", description = "JSON document or CSV sheet of a release.")
    private Path document;

    @Option(names = "--destination", description = DestinationOption.SAYS + " All patterns if not given.")
    private List<String> destinations;

    @Option(names = "--today", description = "Date of the check, ISO 8601; today if not given.")
    private LocalDate today;

    @Option(names = "--lines", description = "One line of JSON per finding.")
    private boolean lines;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        LocalDate day = today == null ? LocalDate.now() : today;
        List<Profile> profiles = destinations == null
                ? DestinationOption.all(day)
                : destinations.stream()
                        .map(named -> DestinationOption.read(named, day, spec))
                        .toList();
        List<Finding> findings = Checker.check(subject(day), profiles);
        List<Map<String, Object>> documents =
                findings.stream().map(CheckCommand::document).toList();
        if (lines) Json.print(documents, true);
        else Json.print(List.of(Map.of("findings", documents)), false);
        return findings.stream().anyMatch(finding -> finding.weight() == Weight.STOP) ? Main.STOPS : Main.DONE;
    }

    /** A JSON document with its files, or a sheet: commas, semicolons or tabs. */
    private ReleaseContext subject(LocalDate day) throws IOException {
        String name = document.getFileName().toString().toLowerCase(Locale.ROOT);
        if (!name.endsWith(".csv") && !name.endsWith(".tsv"))
            return ReleaseDocument.read(document, new Ffmpeg()).subject(day);
        return new ReleaseContext(
                SheetTable.read(Files.readString(document)),
                Map.of(),
                Map.of(),
                CatalogueContext.NOTHING,
                LabelProfile.UNKNOWN,
                day,
                List.of());
    }

    private static Map<String, Object> document(Finding finding) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("rule", finding.rule());
        document.put("weight", finding.weight().label());
        document.put("destinations", List.copyOf(finding.destinations().keySet()));
        Map<String, Object> place = new LinkedHashMap<>();
        place.put("entity", finding.place().target().entity().id());
        place.put("field", finding.place().field().key());
        place.put("track", finding.place().track() == 0 ? null : finding.place().track());
        document.put("place", place);
        document.put("says", finding.says());
        document.put("reason", finding.reason());
        finding.fix().map(Fix::label).ifPresent(fix -> document.put("fix", fix));
        return document;
    }
}
