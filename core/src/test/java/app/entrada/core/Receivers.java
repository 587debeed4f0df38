package app.entrada.core;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.text.ShippedFolder;
import java.util.List;

/** Nine invented receivers of nine kinds: those of the demo, whose files the build lends to the tests of the core. */
public final class Receivers {
    /** As their files have them. */
    public static final List<String> FILES = ShippedFolder.read("/app/entrada/demo/receivers").stream()
            .map(ShippedFolder.ShippedFile::text)
            .toList();

    private static final List<Profile> ALL = FILES.stream().map(Profile::read).toList();

    private Receivers() {}

    /** All of them. */
    public static List<Profile> all() {
        return ALL;
    }

    /** Those that a release is meant for which says nothing of it. */
    public static List<Profile> usual() {
        return ALL.stream().filter(Profile::usual).toList();
    }

    /** The one with this id. */
    public static Profile byId(String id) {
        return ALL.stream().filter(each -> each.id().equals(id)).findFirst().orElseThrow();
    }
}
