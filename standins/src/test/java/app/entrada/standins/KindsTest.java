package app.entrada.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("Each simulated destination refuses what its kind refuses, and says where")
class KindsTest {
    @TempDir
    Path folder;

    private static String hex(byte[] bytes) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    }

    private Bagged bag(Map<String, byte[]> payload) throws Exception {
        StringBuilder manifest = new StringBuilder();
        for (var file : payload.entrySet())
            manifest.append(hex(file.getValue()))
                    .append("  data/")
                    .append(file.getKey())
                    .append('\n');
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            Map<String, byte[]> all = new LinkedHashMap<>();
            all.put("bagit.txt", "BagIt-Version: 1.0\n".getBytes(StandardCharsets.UTF_8));
            all.put("manifest-sha256.txt", manifest.toString().getBytes(StandardCharsets.UTF_8));
            all.put(
                    "tagmanifest-sha256.txt",
                    (hex(manifest.toString().getBytes(StandardCharsets.UTF_8)) + "  manifest-sha256.txt\n")
                            .getBytes(StandardCharsets.UTF_8));
            payload.forEach((name, bytes) -> all.put("data/" + name, bytes));
            for (var file : all.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
            }
        }
        return Bagged.open(Files.write(folder.resolve("bag-%d.zip".formatted(System.nanoTime())), out.toByteArray()));
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static List<String> codes(Verdict verdict) {
        return verdict.reasons().stream().map(Verdict.Reason::code).toList();
    }

    private static final String PERFORMERS =
            "ISRC,Title,Main artist,Duration (s),Recorded,Country of recording,P-line year,P-line owner,Performer,Real name,"
                    + "Member of,Role,Category\r\n";

    @Test
    void the_performers_society_wants_date_country_owner_name_and_role() throws Exception {
        String right =
                "XANW92600031,Slack Water,The Paper Ferrymen,49,2026-06,DE,2027,Ninth Weir Records,Joss Amberley,"
                        + "Jocelyn Amberley,,vocals,main\r\n";
        Ppo ppo = new Ppo();
        assertThat(codes(ppo.read(bag(Map.of("performers.csv", text(PERFORMERS + right))), List.of())))
                .isEmpty();
        Map<String, String> spoilt = Map.of(
                "2026-06",
                "date",
                ",DE,",
                "country",
                "Ninth Weir Records",
                "owner",
                "Jocelyn Amberley",
                "name",
                "vocals",
                "role",
                "XANW92600031",
                "isrc");
        for (var each : spoilt.entrySet()) {
            String wrong = right.replace(each.getKey(), each.getKey().startsWith(",") ? ",," : "");
            Verdict verdict = ppo.read(bag(Map.of("performers.csv", text(PERFORMERS + wrong))), List.of());
            assertThat(codes(verdict)).as(each.getKey()).containsExactly(each.getValue());
            assertThat(verdict.documents().get("verdicts.csv")).contains("refused");
        }
    }

    private static String row(String type, Object... columnsAndValues) {
        StringBuilder line = new StringBuilder(" ".repeat(260));
        line.replace(0, 3, type);
        for (int i = 0; i < columnsAndValues.length; i += 2) {
            int at = (Integer) columnsAndValues[i];
            String value = String.valueOf(columnsAndValues[i + 1]);
            line.replace(at, at + value.length(), value);
        }
        return line.toString();
    }

    /** A file of one work by one writer, columns counted by hand. */
    private static Map<String, byte[]> works(String title, int shares, String role, String kind) {
        String file = String.join(
                        "\r\n",
                        "HDRPB000000000LOW LOCK MUSIC",
                        "GRHNWR0000102.100000000000  ",
                        row("NWR", 3, "00000000", 11, "00000000", 19, title, 81, "W0000000004", 136, kind, 142, "ORI"),
                        row(
                                "SWR",
                                3,
                                "00000000",
                                11,
                                "00000001",
                                19,
                                "000000042",
                                28,
                                "AMBERLEY",
                                104,
                                role,
                                129,
                                "%05d".formatted(shares),
                                137,
                                "%05d".formatted(shares)),
                        "GRT000010000000100000004",
                        "TRL000010000000100000006")
                + "\r\n";
        return Map.of("CW260001NW9_OST.V21", text(file), "resources/01.flac", new byte[] {1});
    }

    @Test
    void the_authors_society_reads_by_column_and_acknowledges_each_work() throws Exception {
        Ostra ostra = new Ostra();
        Verdict right = ostra.read(bag(works("SLACK WATER", 10_000, "C", "MUS")), List.of());
        assertThat(codes(right)).isEmpty();
        String ack = right.documents().get("CW260001OST_NW9.ACK");
        assertThat(ack).contains("ACK0000000000000000");
        String line =
                ack.lines().filter(each -> each.startsWith("ACK")).findFirst().orElseThrow();
        assertThat(line.substring(157, 159)).isEqualTo("AS");
        assertThat(line.substring(49, 60).strip()).isEqualTo("SLACK WATER");
        assertThat(line.substring(109, 120)).isEqualTo("W0000000004");
        assertThat(codes(ostra.read(bag(works("SLACK WATER", 9_000, "C", "MUS")), List.of())))
                .containsExactly("work");
        assertThat(ostra.read(bag(works("SLACK WATER", 10_000, "C", "MTX")), List.of())
                        .reasons()
                        .get(0)
                        .says())
                .contains("NO AUTHOR");
        assertThat(codes(ostra.read(bag(works("SALTINGS", 10_000, "CA", "MTX")), List.of())))
                .containsExactly("conflict");
        Verdict duplicate = ostra.read(bag(works("THE LOWLANDS LOW", 10_000, "CA", "MTX")), List.of());
        assertThat(codes(duplicate)).isEmpty();
        assertThat(duplicate.documents().values().iterator().next()).contains("ALREADY REGISTERED AS OST-0000412");
    }

    @Test
    void the_society_s_codes_have_the_check_digit_of_iso_15707() {
        String iswc = Ostra.iswc("SLACK WATER");
        int sum = 1;
        for (int i = 1; i <= 9; i++) sum += i * (iswc.charAt(i) - '0');
        assertThat((sum + (iswc.charAt(10) - '0')) % 10).isZero();
    }

    @Test
    void a_line_out_of_sequence_and_wrong_totals_are_refused() throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>(works("SLACK WATER", 10_000, "C", "MUS"));
        String file = new String(files.get("CW260001NW9_OST.V21"), StandardCharsets.UTF_8);
        files.put("CW260001NW9_OST.V21", text(file.replace("SWR0000000000000001", "SWR0000000000000007")));
        assertThat(codes(new Ostra().read(bag(files), List.of()))).containsExactly("sequence");
        files.put("CW260001NW9_OST.V21", text(file.replace("TRL000010000000100000006", "TRL000010000000100000009")));
        assertThat(codes(new Ostra().read(bag(files), List.of()))).containsExactly("totals");
    }

    private static byte[] wav(int frames) {
        ByteBuffer wav = ByteBuffer.allocate(44 + frames * 588 * 4).order(ByteOrder.LITTLE_ENDIAN);
        wav.putShort(22, (short) 2).putInt(24, 44_100).putShort(34, (short) 16).putInt(40, frames * 588 * 4);
        return wav.array();
    }

    /** Two tracks of 10 and 5 seconds. */
    private static Map<String, byte[]> disc() {
        byte[] pack = new byte[18];
        pack[0] = (byte) 0x80;
        System.arraycopy("A\0B\0C\0".getBytes(StandardCharsets.US_ASCII), 0, pack, 4, 6);
        int crc = 0;
        for (int i = 0; i < 16; i++) {
            crc ^= (pack[i] & 0xFF) << 8;
            for (int bit = 0; bit < 8; bit++) crc = (crc & 0x8000) != 0 ? crc << 1 ^ 0x1021 : crc << 1;
        }
        pack[16] = (byte) (~crc >> 8);
        pack[17] = (byte) ~crc;
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("order.json", text("{\"title\":\"Quay\",\"catalogueNumber\":\"NW-027\",\"tracks\":2}"));
        files.put("disc/image.wav", wav(15 * 75));
        files.put(
                "disc/image.cue",
                text("TRACK 01 AUDIO\r\nINDEX 01 00:00:00\r\nTRACK 02 AUDIO\r\nINDEX 01 00:10:00\r\n"));
        files.put("disc/pq.txt", text("  1  01  00:02:00\n  2  01  00:12:00\n AA  01  00:17:00\n"));
        files.put("disc/image.cdt", pack);
        return files;
    }

    @Test
    void the_plant_recomputes_addresses_and_packs() throws Exception {
        FerrousLane plant = new FerrousLane();
        assertThat(codes(plant.read(bag(disc()), List.of()))).isEmpty();
        Map<String, byte[]> files = disc();
        files.put("disc/pq.txt", text("  1  01  00:02:00\n  2  01  00:12:01\n AA  01  00:17:00\n"));
        assertThat(codes(plant.read(bag(files), List.of()))).containsExactly("pq");
        files = disc();
        files.get("disc/image.cdt")[4] ^= 1;
        assertThat(codes(plant.read(bag(files), List.of()))).containsExactly("text");
        files = disc();
        files.put("disc/image.wav", wav(13 * 75));
        assertThat(codes(plant.read(bag(files), List.of()))).contains("short", "pq");
        files = disc();
        files.remove("disc/image.cdt");
        assertThat(codes(plant.read(bag(files), List.of()))).containsExactly("missing");
    }

    @Test
    void the_open_catalogue_refuses_what_no_person_confirmed_and_shows_what_it_holds_otherwise() throws Exception {
        String entry = """
                {"title":"Quay","barcode":"9521234500278","source":{"note":"measured"},
                 "tracks":[{"position":1,"title":"Bollard","isrc":"XANW92500021","milliseconds":44000,"confirmed":%s,
                 "fingerprint":"AAAAAQAAAAI="}]}""";
        Commonshelf shelf = new Commonshelf();
        assertThat(codes(shelf.read(bag(Map.of("release.json", text(entry.formatted("false")))), List.of())))
                .containsExactly("unconfirmed");
        Verdict taken = shelf.read(bag(Map.of("release.json", text(entry.formatted("true")))), List.of());
        assertThat(codes(taken)).isEmpty();
        Taken held = new Taken(
                "CS-1",
                "k",
                "s",
                "Quay",
                "9521234500278",
                false,
                0,
                0,
                false,
                List.of(),
                List.of(),
                taken.documents(),
                Map.of(),
                0,
                "");
        Verdict again = shelf.read(
                bag(Map.of("release.json", text(entry.formatted("true").replace("44000", "45500")))), List.of(held));
        assertThat(again.documents().get("differences.txt")).contains("track 1, milliseconds: 44000 → 45500");
    }

    @Test
    void the_library_asks_about_cues_that_are_not_one_stop_and_refuses_thin_keywords() throws Exception {
        String head =
                "File (WAV),File (MP3),Title,ISRC,Keywords,Tempo class,Samples cleared,Price,Currency,One-stop\r\n";
        String words = "a;b;c;d;e;f;g;h;i;j;k;l";
        Map<String, byte[]> files = new LinkedHashMap<>(Map.of("r/1.wav", new byte[] {1}, "r/1.mp3", new byte[] {2}));
        files.put(
                "cues.csv",
                text(head + "r/1.wav,r/1.mp3,Slack Water,XANW92600031," + words + ",slow,none used,400,EUR,yes\r\n"));
        Aldermoor library = new Aldermoor();
        assertThat(codes(library.read(bag(files), List.of()))).isEmpty();
        files.put(
                "cues.csv",
                text(head + "r/1.wav,r/1.mp3,Slack Water,XANW92600031," + words
                        + ",slow,none used,400,EUR,no: two owners\r\n"));
        assertThat(library.read(bag(files), List.of()).questions())
                .singleElement()
                .satisfies(asked -> {
                    assertThat(asked.says()).contains("not one-stop");
                    assertThat(asked.field()).isEqualTo("recording.splits");
                });
        files.put("cues.csv", text(head + "r/1.wav,r/2.mp3,Slack Water,XANW92600031,a;b,,no,5,EUR,yes\r\n"));
        assertThat(codes(library.read(bag(files), List.of())))
                .containsExactly("file", "keywords", "tempo", "samples", "price");
        for (String currency : List.of("", "XXX", "Euro")) {
            files.put(
                    "cues.csv",
                    text(head + "r/1.wav,r/1.mp3,Slack Water,XANW92600031," + words + ",slow,none used,400," + currency
                            + ",yes\r\n"));
            assertThat(codes(library.read(bag(files), List.of()))).as(currency).containsExactly("currency");
        }
    }

    @Test
    void a_delivery_goes_from_received_by_way_of_questions_to_an_answer() {
        Taken asked = new Taken(
                "AC-1",
                "k",
                "s",
                "",
                "",
                false,
                1_000,
                1_000,
                false,
                List.of(),
                List.of(new Verdict.Reason("question", "Who?", "", 1, "")),
                Map.of(),
                Map.of(),
                0,
                "");
        assertThat(asked.status(1_100)).isEqualTo("received");
        assertThat(asked.status(1_300)).isEqualTo("in_review");
        assertThat(asked.status(9_000)).isEqualTo("questions");
        Taken told = asked.answered(9_000);
        assertThat(told.status(9_500)).isEqualTo("in_review");
        assertThat(told.status(10_100)).isEqualTo("accepted");
    }
}
