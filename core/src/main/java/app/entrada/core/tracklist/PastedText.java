package app.entrada.core.tracklist;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What pages and notes wrap around a list is taken off before it is read: HTML lists and tables, tables in Markdown. */
final class PastedText {
    private static final Pattern HTML = Pattern.compile("(?i)<(?:li|tr|td|ol|ul|table)\\b[^>]*>");
    private static final Pattern PIPED = Pattern.compile("\\s*\\|.*\\|\\s*");
    private static final Pattern RULER = Pattern.compile("[\\s|:=-]+");
    private static final Pattern ENTITY = Pattern.compile("&(#\\d{1,7}|#[xX][0-9A-Fa-f]{1,6}|[A-Za-z]{2,8});");
    private static final Map<String, String> NAMED = Map.ofEntries(
            Map.entry("amp", "&"),
            Map.entry("lt", "<"),
            Map.entry("gt", ">"),
            Map.entry("quot", "\""),
            Map.entry("apos", "'"),
            Map.entry("nbsp", " "),
            Map.entry("ndash", "–"),
            Map.entry("mdash", "—"),
            Map.entry("middot", "·"),
            Map.entry("hellip", "…"),
            Map.entry("rsquo", "’"),
            Map.entry("lsquo", "‘"),
            Map.entry("ldquo", "“"),
            Map.entry("rdquo", "”"),
            Map.entry("auml", "ä"),
            Map.entry("ouml", "ö"),
            Map.entry("uuml", "ü"),
            Map.entry("Auml", "Ä"),
            Map.entry("Ouml", "Ö"),
            Map.entry("Uuml", "Ü"),
            Map.entry("szlig", "ß"),
            Map.entry("eacute", "é"),
            Map.entry("egrave", "è"),
            Map.entry("ccedil", "ç"));

    private PastedText() {}

    /** The lines of the list itself. */
    static List<String> lines(String text) {
        String plain = HTML.matcher(text).find() ? html(text) : text;
        List<String> lines = plain.lines().toList();
        long piped =
                lines.stream().filter(line -> PIPED.matcher(line).matches()).count();
        return piped >= 2 ? unpiped(lines) : lines;
    }

    /** Items and rows become lines, cells are parted by tabs; items of a numbered list get the numbers a browser shows. */
    private static String html(String text) {
        String one = text.replaceAll("\\s+", " ").replaceAll("(?is)<(script|style)\\b.*?</\\1>", " ");
        StringBuilder numbered = new StringBuilder();
        Matcher tag = Pattern.compile("(?i)<(/?)(ol|ul|li)\\b[^>]*>").matcher(one);
        List<Integer> counts = new ArrayList<>();
        int at = 0;
        while (tag.find()) {
            numbered.append(one, at, tag.start()).append('\n');
            at = tag.end();
            boolean ends = !tag.group(1).isEmpty();
            switch (tag.group(2).toLowerCase(java.util.Locale.ROOT)) {
                case "ol" -> count(counts, ends, 0);
                case "ul" -> count(counts, ends, -1);
                default -> {
                    int top = counts.size() - 1;
                    if (!ends && top >= 0 && counts.get(top) >= 0) {
                        counts.set(top, counts.get(top) + 1);
                        numbered.append(counts.get(top)).append(". ");
                    }
                }
            }
        }
        numbered.append(one.substring(at));
        String rows = numbered.toString()
                .replaceAll("(?i)</?(?:tr|p|div|br|h\\d|table)\\b[^>]*>", "\n")
                .replaceAll("(?i)</(?:td|th)\\s*>", "\t")
                .replaceAll("<[^>]*>", "");
        return unescaped(rows).replaceAll("(?m)^[ \\t]+|[ \\t]+$", "");
    }

    private static void count(List<Integer> counts, boolean ends, int from) {
        if (!ends) counts.add(from);
        else if (!counts.isEmpty()) counts.remove(counts.size() - 1);
    }

    private static String unescaped(String text) {
        return ENTITY.matcher(text).replaceAll(found -> {
            String name = found.group(1);
            String character = NAMED.get(name);
            if (name.startsWith("#")) {
                boolean hex = name.charAt(1) == 'x' || name.charAt(1) == 'X';
                int code = Integer.parseInt(name.substring(hex ? 2 : 1), hex ? 16 : 10);
                if (Character.isValidCodePoint(code) && code >= 0x20) character = Character.toString(code);
            }
            return Matcher.quoteReplacement(character == null ? found.group() : character);
        });
    }

    private static List<String> unpiped(List<String> lines) {
        List<String> plain = new ArrayList<>();
        for (String line : lines) {
            if (!PIPED.matcher(line).matches()) plain.add(line);
            else if (RULER.matcher(line).matches()) plain.add("");
            else {
                String inner = line.strip();
                String[] cells = inner.substring(1, inner.length() - 1).split("(?<!\\\\)\\|", -1);
                for (int i = 0; i < cells.length; i++)
                    cells[i] = cells[i].replace("\\|", "|")
                            .replaceAll("\\*\\*|__|`", "")
                            .strip();
                plain.add(String.join("\t", cells));
            }
        }
        return plain;
    }
}
