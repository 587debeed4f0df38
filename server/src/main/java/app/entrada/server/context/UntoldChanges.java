package app.entrada.server.context;

import java.util.Map;
import java.util.Set;

/** What destinations would be told now that they were not told with what they accepted last. */
public interface UntoldChanges {
    /**
     * How many facts each destination would be told.
     *
     * @param destinations those asked about
     * @return by destination; those that would be told nothing are left out
     */
    Map<String, Integer> untold(LoadedRelease release, Set<String> destinations);
}
