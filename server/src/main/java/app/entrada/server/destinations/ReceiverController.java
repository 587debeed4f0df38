package app.entrada.server.destinations;

import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.value.Territories;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.title.TitleStyle;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Which destinations the label has, over HTTP. */
@RestController
class ReceiverController {
    private final ReceiverService receivers;
    private final ProfileRepository profiles;
    private final RecipeRepository recipes;
    private final JsonMapper json;

    ReceiverController(
            ReceiverService receivers, ProfileRepository profiles, RecipeRepository recipes, JsonMapper json) {
        this.recipes = recipes;
        this.json = json;
        this.receivers = receivers;
        this.profiles = profiles;
    }

    /**
     * What receivers of a kind have in common, and what they usually answer to the questions of a new one.
     *
     * @param passesOn whether it passes releases on to outlets of its own
     */
    record PatternView(
            String id,
            String kind,
            String explains,
            String takes,
            int leadDays,
            boolean featuredInTitle,
            TitleStyle.Versions version,
            String recipe,
            @Nullable Integer longestTitle,
            boolean passesOn) {}

    /**
     * A destination to add.
     *
     * @param usual whether every release is meant for it that does not say otherwise
     * @param expressDays days of its faster service, null when it has none
     * @param expressFee what that costs, in words
     * @param genreWords its own words for genres of ours
     * @param recipe by which its files are made; null as usual, empty for none
     * @param longestTitle characters of a title; null as usual
     * @param sells countries in which it sells, as territories are written; null or blank for all
     * @param outlets names of those that it passes releases on to; null where it passes nothing on
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
            @Nullable Map<String, String> genreWords,
            @Nullable String recipe,
            @Nullable Integer longestTitle,
            @Nullable String sells,
            @Nullable List<String> outlets) {}

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
                        pattern.titleStyle().version(),
                        pattern.recipe(),
                        pattern.longestTitle().orElse(null),
                        pattern.passesOn()))
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
            throw Problem.input("no-name", "A destination needs a kind, a name and a title style.");
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
        if (typed.recipe() != null)
            answers.put(
                    "recipe",
                    typed.recipe().isEmpty() ? "" : recipes.byId(typed.recipe()).id());
        if (typed.outlets() != null) answers.put("outlets", typed.outlets());
        Map<String, Map<String, Object>> limits = new LinkedHashMap<>();
        if (typed.longestTitle() != null) limits.put("title.too-long", Map.of("max", typed.longestTitle()));
        if (typed.sells() != null && !typed.sells().isBlank())
            limits.put("territory.deal-outside-rights", Map.of("sells", countries(typed.sells())));
        return new AddedDestination(receivers
                .add(typed.pattern(), typed.name(), answers, limits, account)
                .id());
    }

    private static List<String> countries(String typed) {
        try {
            return List.copyOf(Territories.parse(typed).countries());
        } catch (MalformedValue wrong) {
            throw Problem.input("territories", wrong.getMessage() + ". Nothing was added.")
                    .with("field", "sells");
        }
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

    /**
     * A caption of a form; what is not said is as usual.
     *
     * @param per release, track or writer
     * @param fact id of a fact, or a word for what is put together for forms
     * @param date order and signs of a day
     * @param names as credited, or last name first
     * @param list what stands between several values
     * @param words the form's words for values of ours
     * @param decimals of a share
     * @param time how a playing time is written
     * @param limit characters that it takes; 0 or null for no limit
     * @param entered pasted, chosen or ticked
     */
    record CaptionTyped(
            String caption,
            @Nullable String per,
            String fact,
            @Nullable String date,
            @Nullable String names,
            @Nullable String list,
            @Nullable Map<String, String> words,
            @Nullable Integer decimals,
            @Nullable String time,
            @Nullable Integer limit,
            @Nullable String entered,
            @Nullable Boolean needed) {}

    /** A fact that can go into a form. */
    record FormFactView(String id, String name, List<String> per) {}

    /**
     * What a form's captions can be.
     *
     * @param facts those that can go into it
     * @param choices by key of a caption: words that it takes
     */
    record CaptionChoices(List<FormFactView> facts, Map<String, List<String>> choices) {}

    @GetMapping("/api/destinations/captions")
    CaptionChoices choices() {
        return new CaptionChoices(
                Caption.facts().stream()
                        .map(fact -> new FormFactView(fact.id(), fact.name(), fact.per()))
                        .toList(),
                Caption.choices());
    }

    @GetMapping("/api/destinations/{id}/captions")
    List<CaptionTyped> captions(@PathVariable String id) {
        return typed(profiles.byId(id));
    }

    @PutMapping("/api/destinations/{id}/captions")
    List<CaptionTyped> captions(@PathVariable String id, @RequestBody List<CaptionTyped> typed) {
        List<Map<String, Object>> captions = new ArrayList<>();
        for (CaptionTyped each : typed) {
            if (each == null) throw Problem.input("malformed-caption", "A caption is missing. Nothing was changed.");
            Map<String, Object> caption =
                    json.convertValue(each, new TypeReference<LinkedHashMap<String, Object>>() {});
            caption.values().removeIf(Objects::isNull);
            captions.add(caption);
        }
        return typed(receivers.captions(id, captions));
    }

    private List<CaptionTyped> typed(Profile profile) {
        return profile.captions().stream()
                .map(caption -> json.convertValue(caption.data(), CaptionTyped.class))
                .toList();
    }

    /** @param names of those that a distributor passes releases on to, in the order in which they are chosen */
    record OutletsTyped(List<String> names) {}

    @PutMapping("/api/destinations/{id}/outlets")
    OutletsTyped outlets(@PathVariable String id, @RequestBody OutletsTyped typed) {
        if (typed.names() == null || typed.names().contains(null))
            throw Problem.input("malformed-outlets", "The names of the outlets are missing. Nothing was changed.");
        return new OutletsTyped(receivers.outlets(id, typed.names()).outlets().orElse(List.of()));
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
