package app.entrada.server.destinations;

import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds destinations, from a pattern or from a file, puts them away and removes them. */
@Service
class ReceiverService {
    private static final int MOST = 500;

    private final ProfileRepository profiles;

    ReceiverService(ProfileRepository profiles) {
        this.profiles = profiles;
    }

    /**
     * Adds a destination of a pattern.
     *
     * @param answers what is different from the pattern, by the keys of a profile
     * @param limits parameters of rules by their id; the weights are those of the pattern
     */
    @For(Role.MANAGER)
    Profile add(
            String pattern,
            String name,
            Map<String, Object> answers,
            Map<String, Map<String, Object>> limits,
            Account account) {
        return keep(
                read(() ->
                        DestinationPattern.byId(pattern).begin(freeId(name), name, profiles.today(), answers, limits)),
                account);
    }

    /** Adds the destination that a profile describes, as somebody else wrote it down. */
    @For(Role.MANAGER)
    Profile add(String file, Account account) {
        return keep(
                read(() -> {
                    Profile read = Profile.read(file);
                    for (Caption caption : read.captions())
                        caption.problem().ifPresent(why -> {
                            throw new IllegalArgumentException("captions: " + why);
                        });
                    return read;
                }),
                account);
    }

    private static Profile read(Supplier<Profile> reading) {
        try {
            return reading.get();
        } catch (IllegalArgumentException wrong) {
            throw Problem.input("malformed-profile", wrong.getMessage() + ". Nothing was added.");
        }
    }

    private Profile keep(Profile profile, Account account) {
        if (profiles.all().size() + profiles.archived().size() >= MOST)
            throw Problem.conflict("too-many", "There are already %d destinations, the maximum.".formatted(MOST));
        if (!profiles.begin(profile, account))
            throw Problem.conflict(
                    "there-already",
                    "A destination “%s” already exists. Change the “id” in the file, or remove the existing one. Nothing was added."
                            .formatted(profile.id()));
        return profiles.byId(profile.id());
    }

    /** An id that no destination has yet; one that was put away keeps its own. */
    private String freeId(String name) {
        String id = DestinationPattern.idOf(name);
        if (id.isEmpty()) id = "destination";
        String free = id;
        for (int number = 2; profiles.has(free); number++)
            free = id.substring(0, Math.min(id.length(), 36)) + "-" + number;
        return free;
    }

    /** Gives a destination the captions of its form. */
    @For(Role.MANAGER)
    Profile captions(String id, List<Map<String, Object>> typed) {
        Profile profile = profiles.byId(id);
        try {
            List<Caption> captions = Profile.captions(typed);
            for (Caption caption : captions)
                caption.problem().ifPresent(why -> {
                    throw new IllegalArgumentException(why);
                });
            // what cannot be read back is not kept
            Profile.read(profile.withCaptions(captions).yaml());
            profiles.captions(id, captions);
        } catch (IllegalArgumentException wrong) {
            throw Problem.input("malformed-caption", wrong.getMessage() + ". Nothing was changed.");
        }
        return profiles.byId(id);
    }

    /** Gives a distributor the outlets that it passes releases on to. */
    @For(Role.MANAGER)
    Profile outlets(String id, List<String> typed) {
        Profile profile = profiles.byId(id);
        try {
            profiles.outlets(profile.id(), Profile.outlets(typed));
        } catch (IllegalArgumentException wrong) {
            throw Problem.input("malformed-outlets", wrong.getMessage() + ". Nothing was changed.");
        }
        return profiles.byId(id);
    }

    /** Puts a destination away: its deliveries and rules stay, nothing new is meant for it. */
    @For(Role.MANAGER)
    void archive(String id, boolean away) {
        profiles.archive(profiles.byId(id).id(), away);
    }

    /** Removes a destination to which nothing was ever sent. */
    @Transactional
    @For(Role.MANAGER)
    void remove(String id) {
        Profile profile = profiles.byId(id);
        if (!profiles.remove(id))
            throw Problem.conflict(
                    "was-sent-to",
                    "There are deliveries to %s, which stay on record. Archive it instead. Nothing was removed."
                            .formatted(profile.name()));
    }
}
