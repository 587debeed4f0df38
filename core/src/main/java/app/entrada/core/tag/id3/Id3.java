package app.entrada.core.tag.id3;

import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * ID3v2 tags (id3.org, 2.2.0, 2.3.0 and 2.4.0): read all, write 2.3 and 2.4.
 *
 * <pre>
 * 'ID3' major revision flags size(syncsafe28)   [extended header]  frame*  [padding]
 *   frame: id4 size32 (2.4: syncsafe28, 2.3: plain) flags16 body      2.2: id3 size24 body
 * </pre>
 *
 * Sizes in headers are syncsafe (seven bits a byte) so that no player takes them for the beginning of a frame of sound.
 */
public final class Id3 {
    private static final int HEADER = 10;
    private static final int MOST_FRAMES = 10_000;
    /** A compressed frame that grows beyond this is left as it is. */
    private static final int LARGEST_OPENED = 32 << 20;

    private static final int ENCRYPTED_24 = 0x04;
    private static final int ENCRYPTED_23 = 0x40;

    private Id3() {}

    /**
     * What a tag holds.
     *
     * @param version for example {@code 2.4}, empty when there is no readable tag
     * @param frames in file order, as many as {@link #entries}
     * @param entries the same in the form that all containers share
     * @param faults what could not be read, in sentences
     */
    public record Reading(String version, List<Id3Frame> frames, List<TagEntry> entries, List<String> faults) {
        /** A reading of nothing. */
        public static final Reading NOTHING = new Reading("", List.of(), List.of(), List.of());

        private static Reading failed(String version, String fault) {
            return new Reading(version, List.of(), List.of(), List.of(fault));
        }

        private Optional<Id3Version> readVersion() {
            return Arrays.stream(Id3Version.values())
                    .filter(each -> each.label().equals(version))
                    .findFirst();
        }

        /** The frame that this entry of the reading was made of; of an equal one when it is another's. */
        private Id3Frame frameOf(TagEntry entry) {
            for (int i = 0; i < entries.size(); i++) if (entries.get(i) == entry) return frames.get(i);
            return Id3Frame.of(entry);
        }
    }

    /**
     * A tag ready to be written.
     *
     * @param bytes header and frames, no padding
     * @param lost what was in the file and cannot be said in this version, by id
     */
    public record WrittenTag(byte[] bytes, List<String> lost) {}

    /** Reads a tag that begins with the first byte. Never throws: what is damaged is said and left out. */
    public static Reading read(byte[] tag) {
        if (tag.length < HEADER || tag[0] != 'I' || tag[1] != 'D' || tag[2] != '3')
            return Reading.failed("", "no ID3v2 header");
        Optional<Id3Version> known = Id3Version.of(tag[3]);
        if (known.isEmpty()) return Reading.failed("2." + tag[3], "ID3v2." + tag[3] + " is not known");
        Id3Version version = known.get();
        List<String> faults = new ArrayList<>();
        int size = syncsafe(tag, 6);
        if (HEADER + size > tag.length) {
            faults.add("the tag claims %,d bytes, %,d are there".formatted(size, tag.length - HEADER));
            size = tag.length - HEADER;
        }
        byte[] body = Arrays.copyOfRange(tag, HEADER, HEADER + size);
        boolean unsynchronised = (tag[5] & 0x80) != 0;
        // In 2.4 each frame is unsynchronised by itself, in 2.2 and 2.3 the tag as a whole.
        if (unsynchronised && version != Id3Version.V24) body = synchronised(body);
        int at = 0;
        if ((tag[5] & 0x40) != 0 && version != Id3Version.V22 && body.length >= 4)
            at = version == Id3Version.V24 ? Math.max(4, syncsafe(body, 0)) : 4 + Math.max(0, plain(body, 0));
        List<Id3Frame> frames = frames(body, at, version, unsynchronised, faults);
        List<TagEntry> entries = frames.stream().map(Id3Frame::entry).toList();
        return new Reading(version.label(), frames, entries, faults);
    }

    /** Frames within a frame. */
    static List<Id3Frame> frames(byte[] body, Id3Version version) {
        return frames(body, 0, version, false, new ArrayList<>());
    }

    private static List<Id3Frame> frames(
            byte[] body, int from, Id3Version version, boolean unsynchronised, List<String> faults) {
        List<Id3Frame> frames = new ArrayList<>();
        int at = from;
        int header = version.header();
        while (at >= 0 && at + header <= body.length && body[at] != 0 && frames.size() < MOST_FRAMES) {
            String id = new String(body, at, version.letters(), StandardCharsets.ISO_8859_1);
            int length = length(body, at, version);
            // a writer of many files kept three letters in front of a blank where four belong
            id = id.matches("[A-Z0-9]{3}[ \\x00]") ? Id3Conversion.ofThreeLetters(id.substring(0, 3)) : id;
            if (!id.matches("[A-Z0-9]{3,4}") || length < 0 || length > body.length - at - header) {
                faults.add("a frame “%s” does not fit into the tag".formatted(id.replaceAll("[^\\x20-\\x7E]", "?")));
                return frames;
            }
            int format = version == Id3Version.V22 ? 0 : body[at + 9] & 0xFF;
            at += header;
            byte[] raw = Arrays.copyOfRange(body, at, at + length);
            at += length;
            frames.add(
                    version == Id3Version.V24
                            ? frame24(id, raw, format, unsynchronised, faults)
                            : frame23(id, raw, format, version, faults));
        }
        return frames;
    }

    /** Grouping 0x40 and the length indicator 0x01 stand before the body; compressed 0x08, encrypted 0x04. */
    private static Id3Frame frame24(String id, byte[] body, int format, boolean unsynchronised, List<String> faults) {
        byte[] raw = body;
        if ((format & 0x02) != 0 || unsynchronised) raw = synchronised(raw);
        if ((format & ENCRYPTED_24) != 0) return closed(id, raw, format & ~0x02, faults, "encrypted");
        int skip = ((format & 0x40) != 0 ? 1 : 0) + ((format & 0x01) != 0 ? 4 : 0);
        if (skip > raw.length) return Id3Frame.read(id, raw, Id3Version.V24);
        byte[] inside = Arrays.copyOfRange(raw, skip, raw.length);
        if ((format & 0x08) == 0) return Id3Frame.read(id, inside, Id3Version.V24);
        return inflated(inside)
                .map(open -> Id3Frame.read(id, open, Id3Version.V24))
                .orElse(closed(id, body, format, faults, "compressed in a way that cannot be opened"));
    }

    /** Compressed 0x80 (four bytes of size before the body), encrypted 0x40, grouped 0x20 (one byte). */
    private static Id3Frame frame23(String id, byte[] raw, int format, Id3Version version, List<String> faults) {
        if ((format & ENCRYPTED_23) != 0) return closed(id, raw, format, faults, "encrypted");
        int skip = ((format & 0x80) != 0 ? 4 : 0) + ((format & 0x20) != 0 ? 1 : 0);
        if (skip > raw.length) return Id3Frame.read(id, raw, version);
        byte[] inside = Arrays.copyOfRange(raw, skip, raw.length);
        if ((format & 0x80) == 0) return Id3Frame.read(id, inside, version);
        return inflated(inside)
                .map(open -> Id3Frame.read(id, open, version))
                .orElse(closed(id, raw, format, faults, "compressed in a way that cannot be opened"));
    }

    private static Id3Frame closed(String id, byte[] raw, int format, List<String> faults, String how) {
        faults.add("frame %s is %s and was not read".formatted(id, how));
        return new Id3Frame(id, List.of(), raw, format);
    }

    private static Optional<byte[]> inflated(byte[] packed) {
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(packed);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] buffer = new byte[8192];
            while (!inflater.finished()) {
                int got = inflater.inflate(buffer);
                if (got == 0 || out.size() > LARGEST_OPENED) return Optional.empty();
                out.write(buffer, 0, got);
            }
            return Optional.of(out.toByteArray());
        } catch (DataFormatException damaged) {
            return Optional.empty();
        } finally {
            inflater.end();
        }
    }

    /**
     * Length of the frame at this place. Some writers put plain sizes into 2.4 tags: where the syncsafe reading does not
     * lead to a next frame and the plain one does, the plain one is right.
     */
    private static int length(byte[] body, int at, Id3Version version) {
        if (version == Id3Version.V22)
            return (body[at + 3] & 0xFF) << 16 | (body[at + 4] & 0xFF) << 8 | body[at + 5] & 0xFF;
        int plain = plain(body, at + 4);
        if (version == Id3Version.V23) return plain;
        int safe = syncsafe(body, at + 4);
        return safe != plain
                        && !frameFollows(body, at + HEADER + (long) safe)
                        && plain >= 0
                        && frameFollows(body, at + HEADER + (long) plain)
                ? plain
                : safe;
    }

    private static boolean frameFollows(byte[] body, long at) {
        if (at == body.length) return true;
        if (at < 0 || at + 4 > body.length) return false;
        String id = new String(body, (int) at, 4, StandardCharsets.ISO_8859_1);
        return id.matches("[A-Z0-9]{4}|[A-Z0-9]{3} |\0.{3}");
    }

    /**
     * Makes a tag of planned entries and of those of a file that are kept.
     *
     * @param entries in the order of the tag; those of {@code there} are carried over, converted where versions differ
     * @param there what was in the file
     * @throws IllegalArgumentException when planned entries stand twice where the standard allows one
     */
    public static WrittenTag make(Id3Version version, List<TagEntry> entries, Reading there) {
        List<Id3Frame> kept = entries.stream()
                .filter(entry -> isOf(there, entry))
                .map(there::frameOf)
                .toList();
        Id3Conversion.Converted converted =
                Id3Conversion.to(version, there.readVersion().orElse(version), kept);
        List<String> lost = new ArrayList<>(converted.lost());
        List<Id3Frame> frames = new ArrayList<>();
        List<Id3Frame> planned = new ArrayList<>();
        List<Id3Frame> waiting = new ArrayList<>(converted.frames());
        for (TagEntry entry : entries) {
            if (isOf(there, entry)) {
                Id3Frame frame = there.frameOf(entry);
                // a kept frame stays where it was when its id stays; what was told in other frames comes at the end
                Optional<Id3Frame> same = waiting.stream()
                        .filter(each -> each == frame || each.raw() == frame.raw() && frame.raw().length > 0)
                        .findFirst();
                same.ifPresent(frames::add);
                same.ifPresent(waiting::remove);
            } else {
                Id3Frame frame = Id3Frame.of(entry);
                planned.add(frame);
                frames.add(frame);
            }
        }
        frames.addAll(waiting);
        Optional<String> broken = Id3Uniqueness.broken(planned, version);
        if (broken.isPresent()) throw new IllegalArgumentException(broken.get());
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        for (Id3Frame frame : allowed(frames, planned, version, lost)) bytes.writeBytes(frame.bytes(version));
        return new WrittenTag(tag(version, bytes.toByteArray(), 0), lost);
    }

    private static boolean isOf(Reading there, TagEntry entry) {
        return there.entries().stream().anyMatch(each -> each == entry);
    }

    /** Planned frames win over kept ones that may not stand beside them; a picture gets a descriptor instead. */
    private static List<Id3Frame> allowed(
            List<Id3Frame> frames, List<Id3Frame> planned, Id3Version version, List<String> lost) {
        Set<String> seen = new HashSet<>();
        for (Id3Frame frame : planned) Id3Uniqueness.key(frame, version).ifPresent(seen::add);
        List<Id3Frame> allowed = new ArrayList<>();
        for (Id3Frame frame : frames) {
            Id3Frame one = frame;
            boolean ours = planned.stream().anyMatch(each -> each == frame);
            Optional<String> key = Id3Uniqueness.key(one, version);
            for (int n = 1;
                    !ours && key.filter(seen::contains).isPresent() && one.id().equals("APIC");
                    n++) {
                String descriptor = (one.parts().get(2) + " "
                                + Picture.kindName((Integer) one.parts().get(1)))
                        .strip();
                one = Id3Frame.of(
                        "APIC",
                        frame.parts().get(0),
                        frame.parts().get(1),
                        n == 1 ? descriptor : descriptor + " " + n,
                        frame.parts().get(3));
                key = Id3Uniqueness.key(one, version);
            }
            if (ours || key.map(seen::add).orElse(true)) allowed.add(one);
            else lost.add("a second " + key.get());
        }
        return allowed;
    }

    /** A tag with these planned entries and nothing else. */
    public static byte[] write(Id3Version version, List<TagEntry> entries) {
        return make(version, entries, Reading.NOTHING).bytes();
    }

    /** The planned entries as a reader of this version finds them, and the ids of those it has nothing for. */
    public static List<TagEntry> asRead(Id3Version version, List<TagEntry> entries, List<String> lost) {
        Id3Conversion.Converted converted = Id3Conversion.to(
                version, Id3Version.V24, entries.stream().map(Id3Frame::of).toList());
        lost.addAll(converted.lost());
        return converted.frames().stream().map(Id3Frame::entry).toList();
    }

    /** The same tag with so many zero bytes behind its frames. */
    public static byte[] padded(byte[] tag, int padding) {
        return tag(Id3Version.of(tag[3]).orElseThrow(), Arrays.copyOfRange(tag, HEADER, tag.length), padding);
    }

    private static byte[] tag(Id3Version version, byte[] frames, int padding) {
        ByteArrayOutputStream tag = new ByteArrayOutputStream(HEADER + frames.length + padding);
        tag.writeBytes(new byte[] {'I', 'D', '3', (byte) version.major(), 0, 0});
        tag.writeBytes(syncsafe(frames.length + padding));
        tag.writeBytes(frames);
        tag.writeBytes(new byte[padding]);
        return tag.toByteArray();
    }

    private static byte[] synchronised(byte[] bytes) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length);
        for (int i = 0; i < bytes.length; i++) {
            out.write(bytes[i]);
            if ((bytes[i] & 0xFF) == 0xFF && i + 1 < bytes.length && bytes[i + 1] == 0) i++;
        }
        return out.toByteArray();
    }

    private static int syncsafe(byte[] bytes, int at) {
        return (bytes[at] & 0x7F) << 21
                | (bytes[at + 1] & 0x7F) << 14
                | (bytes[at + 2] & 0x7F) << 7
                | bytes[at + 3] & 0x7F;
    }

    static byte[] syncsafe(int size) {
        if (size < 0 || size >= 1 << 28) throw new IllegalArgumentException("an ID3 tag holds at most 256 MiB");
        return new byte[] {
            (byte) (size >> 21 & 0x7F), (byte) (size >> 14 & 0x7F), (byte) (size >> 7 & 0x7F), (byte) (size & 0x7F)
        };
    }

    static int plain(byte[] bytes, int at) {
        return (bytes[at] & 0xFF) << 24
                | (bytes[at + 1] & 0xFF) << 16
                | (bytes[at + 2] & 0xFF) << 8
                | bytes[at + 3] & 0xFF;
    }

    static byte[] plain(int number) {
        return new byte[] {(byte) (number >> 24), (byte) (number >> 16), (byte) (number >> 8), (byte) number};
    }
}
