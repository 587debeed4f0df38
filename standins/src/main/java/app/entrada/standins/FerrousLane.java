package app.entrada.standins;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** An invented pressing plant: opens the package, recomputes every checksum, every address of the disc and every pack of its text. */
final class FerrousLane implements Kind {
    private static final Pattern TRACK = Pattern.compile("TRACK (\\d\\d) AUDIO");
    private static final Pattern INDEX = Pattern.compile("INDEX (\\d\\d) (\\d\\d):(\\d\\d):(\\d\\d)");
    private static final Pattern PQ = Pattern.compile("(?m)^\\s*(\\d{1,2}|AA)  01  (\\d\\d):(\\d\\d):(\\d\\d)");
    private static final int A_SECOND = 75;
    private static final int FRAME_BYTES = 588 * 4;

    @Override
    public String id() {
        return "ferrous-lane";
    }

    @Override
    public String name() {
        return "Ferrous Lane";
    }

    @Override
    public String letters() {
        return "FL";
    }

    @Override
    public long reviewMillis() {
        return 4_000;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        Verdict verdict = new Verdict();
        for (String wanted : List.of("order.json", "disc/image.wav", "disc/image.cue", "disc/image.cdt", "disc/pq.txt"))
            if (!bag.sums().containsKey(wanted)) verdict.refuse("missing", "%s is missing.".formatted(wanted), wanted);
        if (!verdict.reasons().isEmpty()) return verdict;
        JsonNode order = new JsonMapper().readTree(bag.text("order.json").orElse("{}"));
        verdict.called(
                order.path("title").asString(""), order.path("catalogueNumber").asString(""));
        if (order.path("catalogueNumber").asString("").isBlank())
            verdict.refuse("number", "The order has no catalogue number.", "", 0, "release.catalogueNumber");
        long frames = image(bag, verdict);
        List<Long> starts = cue(bag.text("disc/image.cue").orElse(""), verdict);
        if (starts.size() != order.path("tracks").asInt())
            verdict.refuse("cue", "The cue sheet has another number of tracks than the order.", "disc/image.cue");
        for (int i = 0; i < starts.size(); i++) {
            long end = i + 1 < starts.size() ? starts.get(i + 1) : frames;
            if (end - starts.get(i) < 4L * A_SECOND)
                verdict.refuse(
                        "short", "Track %d lasts less than 4 s.".formatted(i + 1), "", i + 1, "recording.master");
        }
        if (frames > (79L * 60 + 58) * A_SECOND) verdict.refuse("long", "The disc lasts more than 79:58.", "");
        pq(bag.text("disc/pq.txt").orElse(""), starts, frames, verdict);
        texts(bag.bytes("disc/image.cdt").orElse(new byte[0]), starts.size(), verdict);
        return verdict;
    }

    private static long image(Bagged bag, Verdict verdict) throws IOException {
        Optional<byte[]> head = bag.head("disc/image.wav", 44);
        ByteBuffer wav = ByteBuffer.wrap(head.orElse(new byte[44])).order(ByteOrder.LITTLE_ENDIAN);
        boolean right = wav.getShort(22) == 2 && wav.getInt(24) == 44_100 && wav.getShort(34) == 16;
        long data = Integer.toUnsignedLong(wav.getInt(40));
        if (!right || data % FRAME_BYTES != 0 || bag.size("disc/image.wav") != data + 44)
            verdict.refuse(
                    "image", "The image is no whole number of frames of 44.1 kHz, 16 bit, stereo.", "disc/image.wav");
        return data / FRAME_BYTES;
    }

    private static List<Long> cue(String cue, Verdict verdict) {
        List<Long> starts = new ArrayList<>();
        int track = 0;
        for (String line : cue.split("\r?\n")) {
            Matcher begins = TRACK.matcher(line);
            if (begins.find()) track = Integer.parseInt(begins.group(1));
            Matcher index = INDEX.matcher(line);
            if (index.find() && index.group(1).equals("01")) {
                starts.add(frames(index, 2));
                if (starts.size() != track)
                    verdict.refuse("cue", "Track %d is out of order.".formatted(track), "disc/image.cue");
            }
        }
        return starts;
    }

    private static long frames(Matcher at, int group) {
        return (Long.parseLong(at.group(group)) * 60 + Long.parseLong(at.group(group + 1))) * A_SECOND
                + Long.parseLong(at.group(group + 2));
    }

    /** The list tells addresses on the disc, two seconds behind those of the image. */
    private static void pq(String pq, List<Long> starts, long frames, Verdict verdict) {
        Matcher line = PQ.matcher(pq);
        int seen = 0;
        while (line.find()) {
            long wanted = line.group(1).equals("AA") ? frames : seen < starts.size() ? starts.get(seen) : -1;
            if (frames(line, 2) - 2L * A_SECOND != wanted)
                verdict.refuse("pq", "The PQ list and the image differ at %s.".formatted(line.group(1)), "disc/pq.txt");
            seen++;
        }
        if (seen != starts.size() + 1)
            verdict.refuse("pq", "The PQ list has another number of tracks than the cue sheet.", "disc/pq.txt");
    }

    private static void texts(byte[] packs, int tracks, Verdict verdict) {
        if (packs.length == 0 || packs.length % 18 != 0) {
            verdict.refuse("text", "CD-Text is of packs of 18 bytes.", "disc/image.cdt");
            return;
        }
        StringBuilder titles = new StringBuilder();
        for (int at = 0; at < packs.length; at += 18) {
            int crc = 0;
            for (int i = 0; i < 16; i++) {
                crc ^= (packs[at + i] & 0xFF) << 8;
                for (int bit = 0; bit < 8; bit++) crc = (crc & 0x8000) != 0 ? crc << 1 ^ 0x1021 : crc << 1;
                crc &= 0xFFFF;
            }
            if ((crc ^ 0xFFFF) != ((packs[at + 16] & 0xFF) << 8 | packs[at + 17] & 0xFF))
                verdict.refuse("text", "Pack %d of CD-Text is damaged.".formatted(at / 18), "disc/image.cdt");
            boolean firstBlock = (packs[at + 3] >> 4 & 7) == 0;
            if ((packs[at] & 0xFF) == 0x80 && firstBlock)
                titles.append(new String(packs, at + 4, 12, StandardCharsets.ISO_8859_1));
        }
        String[] each = titles.toString().split("\0");
        if (each.length < tracks + 1)
            verdict.refuse(
                    "text",
                    "CD-Text has %d titles for %d tracks.".formatted(each.length - 1, tracks),
                    "disc/image.cdt");
    }
}
