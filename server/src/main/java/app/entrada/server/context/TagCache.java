package app.entrada.server.context;

import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.springframework.stereotype.Component;

/** What the tags of stored files offer. Stored files never change, so what was read once is kept at hand. */
@Component
public class TagCache {
    private static final int MOST = 2000;

    private final FileStore store;
    private final Map<Sha256, TagFacts> read = Collections.synchronizedMap(new LinkedHashMap<>() {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Sha256, TagFacts> eldest) {
            return size() > MOST;
        }
    });

    TagCache(FileStore store) {
        this.store = store;
    }

    /** What a file offers; nothing when its tags cannot be read. */
    public TagFacts of(Sha256 file) {
        TagFacts known = read.get(file);
        if (known != null) return known;
        // the file may have to be brought from elsewhere: nobody else waits for it
        TagFacts fresh = read(file);
        read.put(file, fresh);
        return fresh;
    }

    private TagFacts read(Sha256 file) {
        try {
            return TagFacts.of(TagReading.of(store.path(file)).entries());
        } catch (IOException unreadable) {
            return new TagFacts(List.of(), OptionalInt.empty());
        }
    }
}
