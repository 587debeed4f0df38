package app.entrada.demo;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.text.ShippedFolder;
import java.util.List;

/** The invented destinations of the demo, one file each; a stand-in answers for every one of them. */
public final class DemoReceivers {
    private DemoReceivers() {}

    /** All of them, in the order of their folder. */
    public static List<Profile> all() {
        return ShippedFolder.read("/app/entrada/demo/receivers").stream()
                .map(file -> Profile.read(file.text()))
                .toList();
    }
}
