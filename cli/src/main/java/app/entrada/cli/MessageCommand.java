package app.entrada.cli;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.NamedPerson;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.delivery.BagItPackage;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.Price;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.disc.DiscImage;
import app.entrada.core.disc.DiscLayout;
import app.entrada.core.document.ReleaseDocument;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Sha256;
import app.entrada.media.Ffmpeg;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "message",
        description =
                "Writes the package that would be sent to a destination; exit code 1 when a finding stops the delivery.")
final class MessageCommand implements Callable<Integer> {
    @Parameters(paramLabel = "DOCUMENT")
    private Path document;

    @Option(names = "--destination", required = true, description = DestinationOption.SAYS)
    private String destination;

    @Option(names = "--out", required = true, description = "Folder for the package.")
    private Path out;

    @Option(names = "--occasion", description = "delivery, update or takedown; delivery if not given.")
    private String occasion = "delivery";

    @Option(names = "--today", description = "Date of sealing, yyyy-mm-dd; today if not given.")
    private LocalDate today = LocalDate.now();

    @Option(names = "--price", description = "For destinations that license for money; whole units.")
    private int units;

    @Option(names = "--currency", description = "Of the price, by ISO 4217; EUR if not given.")
    private String currency = "EUR";

    @Option(names = "--address", description = "Base address of a feed's files, with a slash at the end.")
    private String address = "https://feeds.example/";

    @Spec
    private CommandSpec spec;

    /** Files of the package by path. */
    private final Map<String, Path> made = new LinkedHashMap<>();

    @Override
    public Integer call() throws IOException {
        Profile profile = DestinationOption.read(destination, today, spec);
        Outgoing.Occasion why = why();
        ReleaseDocument read = ReleaseDocument.read(document, new Ffmpeg());
        ReleaseContext subject = read.subject(today);
        List<String> stops = Checker.check(subject, List.of(profile)).stream()
                .filter(finding -> finding.weight() == Weight.STOP)
                .map(Finding::says)
                .toList();
        Path work = Files.createTempDirectory("message");
        try {
            Consignment all = compose(read, subject, profile, why, work);
            Path zip = write(all, profile);
            Map<String, Object> result = new LinkedHashMap<>();
            result.put("destination", profile.id());
            result.put("package", zip.toString());
            result.put("sha256", ChecksumList.sum(zip).hex());
            result.put(
                    "documents",
                    all.documents().stream().map(Consignment.Document::path).toList());
            result.put(
                    "files",
                    all.files().stream().map(Consignment.Attached::path).toList());
            result.put("stops", stops);
            Json.print(List.of(result), false);
            return stops.isEmpty() ? Main.DONE : Main.STOPS;
        } finally {
            try (var files = Files.list(work)) {
                for (Path file : files.toList()) Files.deleteIfExists(file);
            }
            Files.deleteIfExists(work);
        }
    }

    private Optional<Price> price() {
        if (units == 0) return Optional.empty();
        try {
            return Optional.of(new Price(
                    units,
                    Price.currency(currency)
                            .orElseThrow(() -> new IllegalArgumentException(
                                    "“%s” is not a currency; expected: a code such as EUR".formatted(currency)))));
        } catch (IllegalArgumentException wrong) {
            throw new ParameterException(spec.commandLine(), wrong.getMessage());
        }
    }

    private Outgoing.Occasion why() {
        try {
            return Outgoing.Occasion.of(occasion);
        } catch (IllegalArgumentException unknown) {
            throw new ParameterException(spec.commandLine(), unknown.getMessage());
        }
    }

    private Consignment compose(
            ReleaseDocument read, ReleaseContext subject, Profile profile, Outgoing.Occasion why, Path work)
            throws IOException {
        List<Map<Long, Outgoing.SentFile>> sound = new ArrayList<>();
        if (why != Outgoing.Occasion.TAKEDOWN)
            for (String recipe : profile.recipes()) sound.add(copies(read, subject, Recipe.byId(recipe), work));
        if (profile.sends().filter(DeliveryKind::needsDiscImage).isPresent() && !sound.isEmpty())
            image(subject, sound.get(0), work);
        Optional<Sha256> cover = subject.release().facts().get(Fields.RELEASE_COVER);
        Optional<Outgoing.SentFile> front = Optional.empty();
        if (cover.isPresent()) {
            Path file = requireNonNull(read.files().get(cover.get()));
            String name = file.getFileName().toString();
            front = Optional.of(sent("resources/cover" + name.substring(Math.max(0, name.lastIndexOf('.'))), file));
        }
        // two releases of one day are two messages
        String id = "%s-%s-%s".formatted(profile.id(), today, stands(subject.release()));
        List<String> names = new ArrayList<>(
                NamedPerson.of(subject.release()).map(NamedPerson::name).toList());
        names.sort(null);
        Map<String, Long> numbers = new HashMap<>();
        for (String name : names) numbers.put(name, numbers.size() + 1L);
        return Composing.of(new Outgoing(
                subject,
                profile,
                why,
                1,
                id,
                Instant.parse(today + "T00:00:00Z"),
                sound.isEmpty() ? Map.of() : sound.get(0),
                sound.size() < 2 ? Map.of() : sound.get(1),
                front,
                pictures(read, profile),
                List.of(),
                Map.of(),
                Map.of(),
                Set.of(),
                Outgoing.Terms.at(price()),
                numbers,
                series(subject.release(), profile)));
    }

    /** The series of an episode as the document alone can tell it: with no other episode. */
    private Optional<Outgoing.SeriesFeed> series(Release release, Profile profile) {
        return release.facts()
                .get(Fields.RELEASE_SERIES)
                .map(title -> new Outgoing.SeriesFeed(
                        Facts.NONE
                                .withText(Fields.SERIES_TITLE, title)
                                .withText(
                                        Fields.SERIES_DESCRIPTION,
                                        release.facts().text(Fields.RELEASE_DESCRIPTION))
                                .withText(
                                        Fields.SERIES_LANGUAGE, release.facts().text(Fields.RELEASE_LANGUAGE))
                                .withText(Fields.SERIES_OWNER, release.facts().text(Fields.RELEASE_LABEL))
                                .withText(
                                        Fields.SERIES_CATEGORIES,
                                        release.facts().text(Fields.RELEASE_GENRE)),
                        "",
                        List.of(),
                        profile.feed().stream().toList(),
                        address));
    }

    /** The release's own code, else a checksum of its facts: the same each time it is sent. */
    private static String stands(Release release) {
        String code = release.facts().text(Fields.RELEASE_BARCODE);
        if (code == null) code = release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER);
        if (code != null) return code.replaceAll("[^A-Za-z0-9-]", "");
        byte[] facts = ReleaseDocument.write(release, LabelProfile.UNKNOWN, List.of());
        return UUID.nameUUIDFromBytes(facts).toString();
    }

    private List<Outgoing.SentPicture> pictures(ReleaseDocument read, Profile profile) throws IOException {
        List<Outgoing.SentPicture> pictures = new ArrayList<>();
        for (PictureKind kind : profile.pictures())
            for (Sha256 picture : read.release().pictures(kind)) {
                Path file = read.files().get(picture);
                if (file == null) continue;
                String name = file.getFileName().toString();
                pictures.add(new Outgoing.SentPicture(
                        kind,
                        sent(
                                "resources/%s-%d%s"
                                        .formatted(
                                                kind.id(),
                                                pictures.size() + 1,
                                                name.substring(Math.max(0, name.lastIndexOf('.')))),
                                file)));
            }
        return pictures;
    }

    private Outgoing.SentFile sent(String path, Path file) throws IOException {
        made.put(path, file);
        return new Outgoing.SentFile(path, ChecksumList.sum(file), Files.size(file));
    }

    private Map<Long, Outgoing.SentFile> copies(ReleaseDocument read, ReleaseContext subject, Recipe recipe, Path work)
            throws IOException {
        Map<Long, Outgoing.SentFile> copies = new HashMap<>();
        Map<Integer, TagPlan> plans = TagPlan.ofAll(recipe, subject, EmbedCommand.pictures(recipe, read));
        for (Track track : subject.release().tracks()) {
            TagPlan plan = plans.get(track.number());
            if (plan == null) continue;
            Sha256 master = track.master().orElseThrow();
            String ending = recipe.encoding().format().ending();
            Path target = work.resolve("%s-%02d.%s".formatted(recipe.id(), track.number(), ending));
            Proof proof = new CopyWriter(new Ffmpeg())
                    .write(
                            requireNonNull(read.files().get(master)),
                            requireNonNull(read.audio().get(master)),
                            plan,
                            target);
            if (!proof.holds())
                throw new IOException("the copy of track %d could not be verified: %s"
                        .formatted(track.number(), String.join("; ", proof.different())));
            copies.put(track.id(), sent("resources/%02d.%s".formatted(track.number(), ending), target));
        }
        return copies;
    }

    private void image(ReleaseContext subject, Map<Long, Outgoing.SentFile> copies, Path work) throws IOException {
        List<DiscImage.Piece> pieces = new ArrayList<>();
        for (Track track : subject.release().tracks())
            Optional.ofNullable(copies.get(track.id()))
                    .map(copy -> requireNonNull(made.get(copy.uri())))
                    .ifPresent(copy -> pieces.add(new DiscImage.Piece(track.number(), copy, DiscLayout.gap(track))));
        Path image = work.resolve("image.wav");
        DiscImage.write(pieces, image);
        copies.put(Composing.WHOLE, sent(Composing.DISC_IMAGE, image));
    }

    private Path write(Consignment all, Profile profile) throws IOException {
        Files.createDirectories(out);
        List<BagItPackage.Item> items = new ArrayList<>();
        for (Consignment.Document each : all.documents()) {
            items.add(BagItPackage.bytes(each.path(), each.bytes()));
            // to be read without opening the package
            Path beside = out.resolve(each.path().replace('/', '-'));
            Files.write(beside, each.bytes());
        }
        for (Consignment.Attached each : all.files())
            items.add(BagItPackage.file(each.path(), requireNonNull(made.get(each.path())), each.sha256()));
        Path zip = out.resolve(profile.id() + ".zip");
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(zip))) {
            BagItPackage.write(to, items, Map.of("External-Identifier", profile.id()));
        }
        return zip;
    }
}
