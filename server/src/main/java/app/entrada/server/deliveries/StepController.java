package app.entrada.server.deliveries;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What is passed on by hand and what people write down of it, over HTTP. */
@RestController
class StepController {
    private static final int LARGEST_ANSWER = 16 << 20;

    private final DeliveryService service;
    private final StepsByHand steps;
    private final DeliveryArchive archive;
    private final DroppedArchive named;
    private final AnswerFiles files;
    private final ProfileRepository profiles;

    StepController(
            DeliveryService service,
            StepsByHand steps,
            DeliveryArchive archive,
            DroppedArchive named,
            AnswerFiles files,
            ProfileRepository profiles) {
        this.service = service;
        this.steps = steps;
        this.archive = archive;
        this.named = named;
        this.files = files;
        this.profiles = profiles;
    }

    record ReasonTyped(String says, int track, @Nullable String field) {}

    /**
     * What somebody knows of a delivery.
     *
     * @param number theirs for it, null or blank leaves the one that stands
     * @param day ISO day on which it happened, null for today
     */
    record StepTyped(
            DeliveryState state,
            @Nullable String number,
            @Nullable String day,
            @Nullable List<ReasonTyped> reasons) {}

    record AnswerFile(String name, String text) {}

    @PostMapping("/api/releases/{id}/deliveries/{delivery}/steps")
    void set(
            @PathVariable long id,
            @PathVariable long delivery,
            @RequestBody StepTyped typed,
            @AuthenticationPrincipal Account account) {
        if (typed.state() == null) throw Problem.input("state", "Choose a status. Nothing was changed.");
        String number = typed.number() == null ? "" : typed.number().strip();
        steps.set(
                service.ofRelease(id, delivery),
                new StepsByHand.Step(
                        typed.state(),
                        number.isEmpty() ? null : number,
                        day(typed.day()),
                        typed.reasons() == null
                                ? List.of()
                                : typed.reasons().stream()
                                        .map(each -> new DestinationClient.Reason(
                                                "by-hand",
                                                Objects.toString(each.says(), ""),
                                                each.track(),
                                                Objects.toString(each.field(), "")))
                                        .toList()),
                account);
    }

    private static @Nullable LocalDate day(@Nullable String typed) {
        if (typed == null || typed.isBlank()) return null;
        try {
            return LocalDate.parse(typed.strip());
        } catch (DateTimeParseException wrong) {
            throw Problem.input(
                            "date", "“%s” is not a valid date; expected: a date such as 2027-02-12.".formatted(typed))
                    .with("field", "day");
        }
    }

    @PostMapping("/api/releases/{id}/deliveries/{delivery}/steps/back")
    void takeBack(@PathVariable long id, @PathVariable long delivery, @AuthenticationPrincipal Account account) {
        steps.takeBack(service.ofRelease(id, delivery), account);
    }

    /** The archive of a delivery that somebody passes on. Broken off it is taken up again where it was: ranges are served. */
    @GetMapping("/api/releases/{id}/deliveries/{delivery}/archive")
    ResponseEntity<Resource> archive(@PathVariable long id, @PathVariable long delivery) throws IOException {
        Delivery found = service.ofRelease(id, delivery);
        if (found.way() == HandoverWay.INTERFACE || found.way() == HandoverWay.FORM)
            throw Problem.conflict("no-archive", "This delivery is not sent as an archive.");
        Path zip = archive.pack(found);
        Delivery packed = service.ofRelease(id, delivery);
        return ResponseEntity.ok()
                .contentType(new MediaType("application", "zip"))
                .eTag("\"" + packed.packageSha256() + "\"")
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(named.name(packed))
                                .build()
                                .toString())
                .body(new FileSystemResource(zip));
    }

    /** Reads an answer that came as a file. */
    @PostMapping("/api/destinations/{id}/answers")
    AnswerFiles.TakenAnswer answer(@PathVariable String id, @RequestBody AnswerFile file) {
        String name = Objects.toString(file.name(), "").replaceAll("[^\\p{L}\\p{N} ._-]", "_");
        String text = Objects.toString(file.text(), "");
        if (text.isBlank()) throw Problem.input("empty", "“%s” is empty. Nothing was changed.".formatted(name));
        if (text.length() > LARGEST_ANSWER)
            throw Problem.input("too-large", "“%s” is too large for an answer. Nothing was changed.".formatted(name));
        return files.take(
                profiles.byId(id), name.substring(0, Math.min(name.length(), 200)), text.replace('\u0000', '\ufffd'));
    }
}
