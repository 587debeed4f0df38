package app.entrada.core.tag.id3;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What the standard allows once only: most frames; comments and lyrics once a language and descriptor; own texts, links,
 * pictures and objects once a descriptor, an empty one counting as one; pictures of kinds 1 and 2 (file icons) once.
 */
final class Id3Uniqueness {
    private static final Set<String> ONE_A_DESCRIPTOR = Set.of("TXXX", "WXXX", "UFID", "POPM", "CHAP", "CTOC");
    private static final Set<String> SEVERAL = Set.of("WCOM", "WOAR");
    /** Frames whose repetition the standard does not speak of, or that may stand often. */
    private static final Set<String> FREE = Set.of("LINK", "AENC", "COMR", "ENCR", "GRID", "SIGN", "RVA2", "EQU2");

    private Id3Uniqueness() {}

    /** What must not stand twice, or empty when the frame may. */
    static Optional<String> key(Id3Frame frame, Id3Version version) {
        String id = frame.id();
        List<Object> parts = frame.parts();
        if (parts.isEmpty() || FREE.contains(id)) return Optional.empty();
        if (ONE_A_DESCRIPTOR.contains(id)) return Optional.of(id + " “%s”".formatted(parts.get(0)));
        if (SEVERAL.contains(id)) return Optional.of(id + " " + parts.get(0));
        return Optional.of(
                switch (id) {
                    case "COMM", "USLT" -> "%s in %s with descriptor “%s”".formatted(id, parts.get(0), parts.get(1));
                    case "SYLT" -> "SYLT in %s with descriptor “%s”".formatted(parts.get(0), parts.get(3));
                    case "USER" -> version == Id3Version.V24 ? "USER in " + parts.get(0) : "USER";
                    case "GEOB" -> "GEOB with descriptor “%s”".formatted(parts.get(2));
                    case "PRIV" -> "PRIV %s %d".formatted(parts.get(0), Arrays.hashCode((byte[]) parts.get(1)));
                    case "APIC" -> "a picture with descriptor “%s”".formatted(parts.get(2));
                    default -> id;
                });
    }

    /** The first frame that stands twice where one is allowed, in a sentence with its remedy. */
    static Optional<String> broken(List<Id3Frame> frames, Id3Version version) {
        Set<String> seen = new HashSet<>();
        Map<Integer, Integer> icons = new HashMap<>();
        for (Id3Frame frame : frames) {
            Optional<String> key = key(frame, version);
            if (key.isPresent() && !seen.add(key.get()))
                return Optional.of(
                        "ID3v2.%d allows one %s, there are two; give one of them another descriptor or leave it out"
                                .formatted(version.major(), key.get()));
            if (frame.id().equals("APIC") && !frame.parts().isEmpty()) {
                int kind = (Integer) frame.parts().get(1);
                if ((kind == 1 || kind == 2) && icons.merge(kind, 1, Integer::sum) > 1)
                    return Optional.of("ID3v2 allows one picture of kind %d (file icon), there are two; leave one out"
                            .formatted(kind));
            }
        }
        return Optional.empty();
    }
}
