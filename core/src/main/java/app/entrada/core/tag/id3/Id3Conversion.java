package app.entrada.core.tag.id3;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What frames of one version say in another one. 2.2 becomes 2.3 by longer ids; between 2.3 and 2.4 dates, people and genres
 * are told in other frames. What both can say survives any number of turns.
 */
public final class Id3Conversion {
    private static final Map<String, String> LONGER = new HashMap<>();
    /** Frames that 2.4 brought and 2.3 has nothing for. */
    private static final Set<String> ONLY_24 = Set.of(
            "ASPI", "EQU2", "RVA2", "SEEK", "SIGN", "TDEN", "TDTG", "TMOO", "TPRO", "TSOA", "TSOP", "TSOT", "TSST");
    /** What people do who are no musicians, in the words that 2.3 and 2.4 share; the rest are instruments. */
    private static final Pattern INVOLVED =
            Pattern.compile("(?i).*(produc|engineer|mix|master|arrang|edit|program|direct|design|recording|compil).*");

    /** Descriptor under which 2.3 keeps the day of release. */
    private static final String RELEASED = "RELEASEDATE";

    private static final Pattern DATE =
            Pattern.compile("(\\d{4})(?:-(\\d\\d)(?:-(\\d\\d)(?:[T ](\\d\\d):(\\d\\d).*)?)?)?.*");
    private static final Pattern GENRE_NUMBER = Pattern.compile("\\((\\d{1,3}|RX|CR)\\)");
    private static final Pattern NUMBER = Pattern.compile("\\d{1,3}|RX|CR");

    static {
        String pairs =
                "BUF RBUF CNT PCNT COM COMM CRA AENC EQU EQUA ETC ETCO GEO GEOB IPL IPLS LNK LINK MCI MCDI MLL MLLT "
                        + "PIC APIC POP POPM REV RVRB RVA RVAD SLT SYLT STC SYTC TAL TALB TBP TBPM TCM TCOM TCO TCON TCR TCOP "
                        + "TDA TDAT TDY TDLY TEN TENC TFT TFLT TIM TIME TKE TKEY TLA TLAN TLE TLEN TMT TMED TOA TOPE TOF TOFN "
                        + "TOL TOLY TOR TORY TOT TOAL TP1 TPE1 TP2 TPE2 TP3 TPE3 TP4 TPE4 TPA TPOS TPB TPUB TRC TSRC TRD TRDA "
                        + "TRK TRCK TSI TSIZ TSS TSSE TT1 TIT1 TT2 TIT2 TT3 TIT3 TXT TEXT TXX TXXX TYE TYER UFI UFID ULT USLT "
                        + "WAF WOAF WAR WOAR WAS WOAS WCM WCOM WCP WCOP WPB WPUB WXX WXXX "
                        // not in the standard of 2.2, but written by many: names to sort by
                        + "TST TSOT TSA TSOA TSP TSOP TS2 TSO2 TSC TSOC TCP TCMP";
        String[] ids = pairs.split(" ");
        for (int i = 0; i < ids.length; i += 2) LONGER.put(ids[i], ids[i + 1]);
    }

    private Id3Conversion() {}

    /**
     * Frames of another version.
     *
     * @param lost what that version has nothing for, by id
     */
    public record Converted(List<Id3Frame> frames, List<String> lost) {}

    /** The id of four letters for one of three; others as they are. */
    public static String ofThreeLetters(String id) {
        return LONGER.getOrDefault(id, id);
    }

    static String mime(String format) {
        return format.equals("PNG") ? "image/png" : "image/jpeg";
    }

    /** Says the same in another version, as far as it can. */
    public static Converted to(Id3Version target, Id3Version from, List<Id3Frame> frames) {
        if (target == from) return new Converted(frames, List.of());
        List<String> lost = new ArrayList<>();
        List<Id3Frame> now = new ArrayList<>();
        for (Id3Frame frame : frames) {
            if (frame.flags() != 0) lost.add(frame.id());
            else now.add(frame);
        }
        if (from == Id3Version.V22) now = longer(now, lost);
        if (target == Id3Version.V24) now = newer(now);
        else if (from == Id3Version.V24) now = older(now, lost);
        return new Converted(now, lost);
    }

    private static List<Id3Frame> longer(List<Id3Frame> frames, List<String> lost) {
        List<Id3Frame> longer = new ArrayList<>();
        for (Id3Frame frame : frames) {
            String id = LONGER.get(frame.id());
            if (id == null) lost.add(frame.id());
            else if (frame.id().equals("PIC") && frame.parts().size() == 4)
                longer.add(Id3Frame.of(
                        "APIC",
                        mime((String) frame.parts().get(0)),
                        frame.parts().get(1),
                        frame.parts().get(2),
                        frame.parts().get(3)));
            else longer.add(frame.named(id));
        }
        return longer;
    }

    private static List<Id3Frame> newer(List<Id3Frame> frames) {
        Optional<String> year = text(frames, "TYER");
        Optional<String> released = frames.stream()
                .filter(frame -> frame.id().equals("TXXX")
                        && !frame.parts().isEmpty()
                        && frame.parts().get(0).equals(RELEASED))
                .flatMap(frame -> frame.texts().stream())
                .findFirst();
        // a year that is the release's own says nothing of the recording
        boolean dated = text(frames, "TDRC").isPresent()
                || released.isPresent() && recorded(year.orElse(""), frames).equals(released.get());
        List<Id3Frame> newer = new ArrayList<>();
        for (Id3Frame frame : frames) {
            switch (frame.id()) {
                case "TXXX" -> {
                    boolean day =
                            !frame.parts().isEmpty() && frame.parts().get(0).equals(RELEASED);
                    newer.add(day ? Id3Frame.texts("TDRL", frame.texts()) : frame);
                }
                case "TYER" -> {
                    if (!dated) newer.add(Id3Frame.texts("TDRC", List.of(recorded(year.orElse(""), frames))));
                }
                case "TDAT", "TIME" -> {
                    // said by TDRC, unless there is no year to hang it on
                    if (year.isEmpty()) newer.add(frame);
                }
                case "TORY" -> newer.add(frame.named("TDOR"));
                case "IPLS" -> people(frame, newer);
                case "TCON" -> newer.add(Id3Frame.texts("TCON", genres(frame.texts())));
                default -> newer.add(frame);
            }
        }
        return newer;
    }

    /** TYER, TDAT (day and month) and TIME (hour and minute) as one time stamp. */
    private static String recorded(String year, List<Id3Frame> frames) {
        String day = text(frames, "TDAT").filter(text -> text.matches("\\d{4}")).orElse("");
        String time =
                text(frames, "TIME").filter(text -> text.matches("\\d{4}")).orElse("");
        if (day.isEmpty()) return year;
        String date = year + "-" + day.substring(2) + "-" + day.substring(0, 2);
        return time.isEmpty() ? date : date + "T" + time.substring(0, 2) + ":" + time.substring(2);
    }

    private static Optional<String> text(List<Id3Frame> frames, String id) {
        return frames.stream()
                .filter(frame -> frame.id().equals(id))
                .flatMap(frame -> frame.texts().stream())
                .findFirst();
    }

    /** Pairs of function and name: musicians apart from those who made the recording. */
    private static void people(Id3Frame ipls, List<Id3Frame> to) {
        List<String> texts = ipls.texts();
        List<String> involved = new ArrayList<>();
        List<String> musicians = new ArrayList<>();
        for (int i = 0; i < texts.size(); i += 2) {
            List<String> list = INVOLVED.matcher(texts.get(i)).matches() ? involved : musicians;
            list.add(texts.get(i));
            list.add(i + 1 < texts.size() ? texts.get(i + 1) : "");
        }
        if (!involved.isEmpty()) to.add(Id3Frame.texts("TIPL", involved));
        if (!musicians.isEmpty()) to.add(Id3Frame.texts("TMCL", musicians));
    }

    private static List<Id3Frame> older(List<Id3Frame> frames, List<String> lost) {
        List<Id3Frame> older = new ArrayList<>();
        List<String> people = new ArrayList<>();
        // 2.3 has one year: that of the recording where one is known, else that of the release; the other stands apart
        boolean recorded = text(frames, "TDRC").isPresent();
        for (Id3Frame frame : frames) {
            if (frame.id().equals("TDRL") && !frame.parts().isEmpty()) {
                String released = frame.texts().get(0);
                if (!recorded) dates(released, older);
                older.add(Id3Frame.of("TXXX", RELEASED, List.of(released)));
                continue;
            }
            if (frame.parts().isEmpty() || ONLY_24.contains(frame.id())) {
                if (ONLY_24.contains(frame.id())) lost.add(frame.id());
                else older.add(frame);
                continue;
            }
            switch (frame.id()) {
                case "TDRC" -> dates(frame.texts().get(0), older);
                case "TDOR" ->
                    older.add(Id3Frame.texts("TORY", List.of(year(frame.texts().get(0)))));
                case "TIPL", "TMCL" -> people.addAll(frame.texts());
                case "TCON" -> older.add(Id3Frame.texts("TCON", List.of(genre(frame.texts()))));
                case "TXXX" ->
                    older.add(Id3Frame.of("TXXX", frame.parts().get(0), List.of(String.join("/", frame.texts()))));
                default ->
                    older.add(
                            frame.id().startsWith("T") && frame.texts().size() > 1
                                    ? Id3Frame.texts(frame.id(), List.of(String.join("/", frame.texts())))
                                    : frame);
            }
        }
        if (!people.isEmpty()) older.add(Id3Frame.texts("IPLS", people));
        return older;
    }

    private static void dates(String stamp, List<Id3Frame> to) {
        Matcher date = DATE.matcher(stamp);
        if (!date.matches()) return;
        to.add(Id3Frame.texts("TYER", List.of(date.group(1))));
        if (date.group(3) != null) to.add(Id3Frame.texts("TDAT", List.of(date.group(3) + date.group(2))));
        if (date.group(4) != null) to.add(Id3Frame.texts("TIME", List.of(date.group(4) + date.group(5))));
    }

    private static String year(String stamp) {
        return stamp.length() > 4 ? stamp.substring(0, 4) : stamp;
    }

    /** 2.3 tells genres as {@code (4)(17)refinement}, 2.4 as values of their own. */
    private static List<String> genres(List<String> texts) {
        List<String> genres = new ArrayList<>();
        for (String text : texts) {
            Matcher number = GENRE_NUMBER.matcher(text);
            int at = 0;
            while (number.find(at) && number.start() == at) {
                genres.add(number.group(1));
                at = number.end();
                if (at >= text.length()) break;
            }
            String rest = text.substring(at);
            if (rest.startsWith("((")) rest = rest.substring(1);
            // 2.3 puts a stroke between several values of a frame
            for (String word : rest.split("/")) if (!word.isBlank()) genres.add(word.strip());
        }
        return genres.isEmpty() ? List.of("") : genres;
    }

    private static String genre(List<String> values) {
        StringBuilder numbers = new StringBuilder();
        List<String> words = new ArrayList<>();
        for (String value : values) {
            if (words.isEmpty() && NUMBER.matcher(value).matches())
                numbers.append('(').append(value).append(')');
            else words.add(value);
        }
        String text = String.join("/", words);
        return numbers + (text.startsWith("(") ? "(" : "") + text;
    }
}
