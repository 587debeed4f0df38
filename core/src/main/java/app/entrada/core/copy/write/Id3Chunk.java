package app.entrada.core.copy.write;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import java.util.List;
import java.util.Optional;

/** The ID3v2 tag of a copy: what the plan says laid over what the file said. */
final class Id3Chunk {
    private Id3Chunk() {}

    /**
     * The tag; empty when there is nothing to say.
     *
     * @param there the file's tag, or {@link Id3.Reading#NOTHING}
     * @param lost what could not be kept is added here
     */
    static Optional<byte[]> of(TagPlan plan, Id3.Reading there, List<String> lost) {
        List<TagEntry> entries = plan.merged(Container.ID3, there.entries());
        if (entries.isEmpty()) return Optional.empty();
        Id3.WrittenTag made = Id3.make(plan.recipe().id3(), entries, there);
        made.lost()
                .forEach(id -> lost.add(
                        "ID3v%s cannot keep: %s".formatted(plan.recipe().id3().label(), id)));
        return Optional.of(made.bytes());
    }
}
