package app.entrada.core.release.context;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/** What a file that is neither sound nor a known picture is for, by its content and, within that, by its name. */
public enum AttachmentKind {
    LYRICS("lyrics"),
    SHEET_MUSIC("sheet music"),
    PERMISSION("permission"),
    CUE_SHEET("cue sheet"),
    PICTURE("picture"),
    TEXT("text"),
    DOCUMENT("document"),
    OTHER("other");

    private static final Pattern PAPERS = Pattern.compile(
            "permi|licen[cs]e|clearance|consent|agreement|contract|release form|sample|cover song",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern SCORE =
            Pattern.compile("score|sheet|lead|notation|chart|partitur|noten", Pattern.CASE_INSENSITIVE);
    private static final Pattern TIMED_LINE = Pattern.compile("(?m)^\\s*\\[\\d{1,3}:\\d{2}(?:[.:]\\d{1,3})?]");
    private static final Pattern CUE_LINE = Pattern.compile("(?m)^\\s*INDEX\\s+\\d\\d\\s+\\d+:\\d\\d:\\d\\d\\s*$");

    /** Names of papers that belong to a release as a whole, unless they stand beside a track. */
    public static final List<String> KEPT_WITH_THE_RELEASE = List.of(PERMISSION.says, CUE_SHEET.says, DOCUMENT.says);

    private final String says;

    AttachmentKind(String says) {
        this.says = says;
    }

    /** Name for reading, also kept in the database. */
    public String label() {
        return says;
    }

    /** The kind of this name; what no kind has is something else. */
    public static AttachmentKind named(String name) {
        return Arrays.stream(values())
                .filter(kind -> kind.says.equals(name))
                .findFirst()
                .orElse(OTHER);
    }

    /**
     * What a file is for.
     *
     * @param name its name; only asked for what content cannot tell
     * @param head first bytes
     */
    public static AttachmentKind of(String name, byte[] head) {
        String lower = name.toLowerCase(Locale.ROOT);
        if (begins(head, "%PDF-")) {
            if (PAPERS.matcher(lower).find()) return PERMISSION;
            return SCORE.matcher(lower).find() ? SHEET_MUSIC : DOCUMENT;
        }
        if (!isText(head)) return OTHER;
        String text = new String(head, java.nio.charset.StandardCharsets.UTF_8);
        if (CUE_LINE.matcher(text).find()) return CUE_SHEET;
        if (TIMED_LINE.matcher(text).find() || lower.endsWith(".lrc") || lower.contains("lyric")) return LYRICS;
        return lower.endsWith(".txt")
                        && !PAPERS.matcher(lower).find()
                        && !lower.contains("readme")
                        && !lower.contains("note")
                ? LYRICS
                : TEXT;
    }

    private static boolean begins(byte[] head, String start) {
        if (head.length < start.length()) return false;
        for (int i = 0; i < start.length(); i++) if (head[i] != start.charAt(i)) return false;
        return true;
    }

    /** Text has no control characters but white space, and no zero bytes. */
    public static boolean isText(byte[] head) {
        if (head.length == 0) return false;
        for (byte each : head) {
            int value = each & 0xFF;
            if (value < 0x20 && value != '\n' && value != '\r' && value != '\t' && value != '\f') return false;
        }
        return true;
    }
}
