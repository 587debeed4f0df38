package app.entrada.server.destinations;

import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.title.TitleStyle;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Which destinations the label has, over HTTP. */
@RestController
class ReceiverController {
    private final ReceiverService receivers;
    private final ProfileRepository profiles;

    ReceiverController(ReceiverService receivers, ProfileRepository profiles) {
        this.receivers = receivers;
        this.profiles = profiles;
    }

    /** What receivers of a kind have in common, and what they usually answer to the questions of a new one. */
    record PatternView(
            String id,
            String kind,
            String explains,
            String takes,
            int leadDays,
            boolean featuredInTitle,
            TitleStyle.Versions version) {}

    /**
     * A destination to add.
     *
     * @param usual whether every release is meant for it that does not say otherwise
     * @param expressDays days of its faster service, null when it has none
     * @param expressFee what that costs, in words
     * @param genreWords its own words for genres of ours
     */
    record DestinationTyped(
            String pattern,
            String name,
            int leadDays,
            boolean featuredInTitle,
            TitleStyle.Versions version,
            boolean usual,
            @Nullable Integer expressDays,
            @Nullable String expressFee,
            @Nullable Map<String, String> genreWords) {}

    record ProfileFile(String text) {}

    record AddedDestination(String id) {}

    record ArchivedDestination(String id, String name, String kind) {}

    @GetMapping("/api/destinations/patterns")
    List<PatternView> patterns() {
        return DestinationPattern.shipped().stream()
                .map(pattern -> new PatternView(
                        pattern.id(),
                        pattern.kind(),
                        pattern.explains(),
                        pattern.takes(),
                        pattern.leadDays(),
                        pattern.titleStyle().featuredInTitle(),
                        pattern.titleStyle().version()))
                .toList();
    }

    @GetMapping("/api/destinations/archived")
    List<ArchivedDestination> archived() {
        return profiles.archived().stream()
                .map(each -> new ArchivedDestination(each.id(), each.name(), each.kind()))
                .toList();
    }

    @PostMapping("/api/destinations")
    AddedDestination add(@RequestBody DestinationTyped typed, @AuthenticationPrincipal Account account) {
        if (typed.name() == null || typed.pattern() == null || typed.version() == null)
            throw Problem.input("no-name", "A destination needs a kind, a name and a style of titles.");
        Map<String, Object> answers = new LinkedHashMap<>();
        answers.put("leadDays", typed.leadDays());
        answers.put("titleStyle", new TitleStyle(typed.featuredInTitle(), typed.version()).data());
        if (typed.usual()) answers.put("usual", true);
        if (typed.expressDays() != null)
            answers.put(
                    "express",
                    Map.of(
                            "days",
                            typed.expressDays(),
                            "fee",
                            typed.expressFee() == null ? "" : typed.expressFee().strip()));
        if (typed.genreWords() != null && !typed.genreWords().isEmpty()) answers.put("genreWords", typed.genreWords());
        return new AddedDestination(
                receivers.add(typed.pattern(), typed.name(), answers, account).id());
    }

    /** Adds the destination that a profile describes. */
    @PostMapping("/api/destinations/file")
    AddedDestination read(@RequestBody ProfileFile file, @AuthenticationPrincipal Account account) {
        return new AddedDestination(
                receivers.add(file.text() == null ? "" : file.text(), account).id());
    }

    /** The profile as a file, for another label that has the same receiver; addresses and secrets are no part of it. */
    @GetMapping("/api/destinations/{id}/profile")
    ResponseEntity<String> write(@PathVariable String id) {
        Profile profile = profiles.byId(id);
        return ResponseEntity.ok()
                .contentType(new MediaType("application", "yaml", StandardCharsets.UTF_8))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(profile.id() + ".yaml")
                                .build()
                                .toString())
                .body(profile.yaml());
    }

    @PostMapping("/api/destinations/{id}/archive")
    void archive(@PathVariable String id) {
        receivers.archive(id, true);
    }

    @PostMapping("/api/destinations/{id}/restore")
    void restore(@PathVariable String id) {
        receivers.archive(id, false);
    }

    @DeleteMapping("/api/destinations/{id}")
    void remove(@PathVariable String id) {
        receivers.remove(id);
    }
}
