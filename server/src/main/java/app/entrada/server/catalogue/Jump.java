package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueFinder;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.names.NameFolding;
import app.entrada.core.names.TypedWord;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.PeopleFinder;
import app.entrada.server.platform.LikePattern;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.util.UriComponentsBuilder;

/** Finds whatever somebody may mean, anywhere in the house, by what they type of it. */
@Service
class Jump {
    private static final int MOST_OF_A_KIND = 6;
    private static final int LONGEST = 200;
    /** Shorter beginnings of a receipt, a checksum or a file's name would mean nearly all of them. */
    private static final int SHORTEST = 4;

    private static final Pattern NUMBER = Pattern.compile("\\d{1,15}");
    private static final Pattern CHECKSUM = Pattern.compile("[0-9a-f]{8,64}");
    private static final double NAMED = 0.9;

    private final CatalogueKeeper catalogue;
    private final PeopleFinder people;
    private final ProfileRepository profiles;
    private final SavedViews views;
    private final JdbcClient jdbc;

    Jump(
            CatalogueKeeper catalogue,
            PeopleFinder people,
            ProfileRepository profiles,
            SavedViews views,
            JdbcClient jdbc) {
        this.catalogue = catalogue;
        this.people = people;
        this.profiles = profiles;
        this.views = views;
        this.jdbc = jdbc;
    }

    /** What can be gone to. */
    enum Kind {
        RELEASE,
        TRACK,
        WORK,
        PERSON,
        DELIVERY,
        FILE,
        DESTINATION,
        VIEW;

        String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Something that may be meant.
     *
     * @param id of it; of the release for a track, a work and a file that belongs to one
     * @param track number in the running order, 0 for none
     * @param address what else its page needs: id of a destination, table and query of a view
     * @param says what it is called
     * @param more what tells it from others of that name
     */
    record Goal(Kind kind, long id, int track, @Nullable String address, String says, String more, double fit) {}

    /** What may be meant, the likeliest first. */
    List<Goal> find(String typed, int most, Account account) {
        String text = typed.strip();
        if (text.isEmpty() || text.length() > LONGEST) return List.of();
        List<Goal> goals = new ArrayList<>();
        for (CatalogueFinder.Hit hit : catalogue.find(text, most)) goals.add(goal(hit));
        people.find(text, MOST_OF_A_KIND)
                .forEach(match -> goals.add(new Goal(
                        Kind.PERSON,
                        match.id(),
                        0,
                        null,
                        match.name(),
                        match.spelling().equals(match.name()) ? "" : "also " + match.spelling(),
                        match.fit())));
        List<Profile> destinations = profiles.all();
        goals.addAll(deliveries(text, destinations));
        goals.addAll(files(text));
        goals.addAll(named(text, destinations, account));
        goals.sort(Comparator.comparingDouble(Goal::fit).reversed());
        return List.copyOf(goals.subList(0, Math.min(most, goals.size())));
    }

    private static Goal goal(CatalogueFinder.Hit hit) {
        CatalogueFinder.Thing thing = hit.thing();
        Kind kind = switch (thing.kind()) {
            case RELEASE -> Kind.RELEASE;
            case TRACK -> Kind.TRACK;
            case WORK -> Kind.WORK;
        };
        String year = thing.date() == null ? "" : " · " + thing.date().substring(0, 4);
        return new Goal(kind, thing.release(), thing.track(), null, thing.title(), thing.beside() + year, hit.fit());
    }

    /** By number, or by the beginning of the receiver's receipt. */
    private List<Goal> deliveries(String text, List<Profile> destinations) {
        boolean number = NUMBER.matcher(text).matches();
        if (!number && (text.length() < SHORTEST || text.chars().noneMatch(Character::isDigit))) return List.of();
        return jdbc.sql("""
                        SELECT d.id, d.release_id, d.destination, d.receipt, coalesce(r.title, 'Untitled release') AS title
                        FROM (SELECT id FROM delivery WHERE id = :number
                            UNION SELECT id FROM (SELECT id FROM delivery WHERE receipt IS NOT NULL
                                AND lower(receipt) LIKE :receipt ORDER BY lower(receipt) LIMIT :most) begins) found
                        JOIN delivery d ON d.id = found.id JOIN release r ON r.id = d.release_id
                        WHERE r.deleted_at IS NULL LIMIT :most""")
                .param("number", number ? Long.parseLong(text) : -1)
                .param("receipt", LikePattern.beginning(text.toLowerCase(Locale.ROOT)))
                .param("most", MOST_OF_A_KIND)
                .query((row, n) -> new Goal(
                        Kind.DELIVERY,
                        row.getLong("release_id"),
                        0,
                        row.getString("destination"),
                        "Delivery %d to %s"
                                .formatted(row.getLong("id"), name(row.getString("destination"), destinations)),
                        row.getString("title")
                                + (row.getString("receipt") == null ? "" : " · " + row.getString("receipt")),
                        NAMED))
                .list();
    }

    private static String name(String destination, List<Profile> destinations) {
        return destinations.stream()
                .filter(profile -> profile.id().equals(destination))
                .map(Profile::name)
                .findFirst()
                .orElse(destination);
    }

    /** By what stands in the name, or by the beginning of the checksum. */
    private List<Goal> files(String text) {
        if (text.length() < SHORTEST) return List.of();
        String lower = text.toLowerCase(Locale.ROOT);
        return jdbc.sql("""
                        SELECT v.name, v.release_id, coalesce(r.title, 'Untitled release') AS title FROM (
                            SELECT id FROM (SELECT id FROM received WHERE lower(name) LIKE :within LIMIT :most) named
                            UNION SELECT v.id FROM file f JOIN received v USING (sha256) WHERE f.sha256 LIKE :checksum) found
                        JOIN received v ON v.id = found.id JOIN release r ON r.id = v.release_id
                        WHERE r.deleted_at IS NULL ORDER BY v.id DESC LIMIT :most""")
                .param("within", LikePattern.containing(lower))
                .param("checksum", CHECKSUM.matcher(lower).matches() ? lower + "%" : "")
                .param("most", MOST_OF_A_KIND)
                .query((row, n) -> new Goal(
                        Kind.FILE,
                        row.getLong("release_id"),
                        0,
                        null,
                        row.getString("name"),
                        row.getString("title"),
                        NAMED - 0.3))
                .list();
    }

    /** Destinations and saved views by their names. */
    private List<Goal> named(String text, List<Profile> destinations, Account account) {
        List<Goal> goals = new ArrayList<>();
        List<TypedWord> typed = Arrays.stream(NameFolding.fold(text).split(" "))
                .filter(word -> !word.isEmpty())
                .map(TypedWord::new)
                .toList();
        destinations.forEach(profile -> goals.add(new Goal(
                Kind.DESTINATION,
                0,
                0,
                profile.id(),
                profile.name(),
                "rules and connection",
                fit(typed, profile.name()))));
        for (SavedViews.SavedView view : views.of(account))
            goals.add(new Goal(
                    Kind.VIEW,
                    view.id(),
                    0,
                    address(view),
                    view.name(),
                    "view of " + view.subject(),
                    fit(typed, view.name())));
        return goals.stream().filter(goal -> goal.fit > 0).toList();
    }

    private static String address(SavedViews.SavedView view) {
        return UriComponentsBuilder.fromPath(view.subject())
                .queryParam("find", "{find}")
                .queryParam("sort", "{sort}")
                .queryParam("columns", "{columns}")
                .encode()
                .buildAndExpand(view.find(), view.sort(), view.columns())
                .toUriString();
    }

    private static double fit(List<TypedWord> typed, String name) {
        return TypedWord.fit(typed, Arrays.asList(NameFolding.fold(name).split(" ")));
    }
}
