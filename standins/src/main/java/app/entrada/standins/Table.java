package app.entrada.standins;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Lines of a CSV table (RFC 4180) by the names in its first line. */
final class Table {
    private Table() {}

    static List<Map<String, String>> read(String csv) {
        List<List<String>> lines = new ArrayList<>();
        List<String> line = new ArrayList<>();
        StringBuilder cell = new StringBuilder();
        boolean quoted = false;
        for (int i = 0; i < csv.length(); i++) {
            char at = csv.charAt(i);
            if (quoted) {
                if (at != '"') cell.append(at);
                else if (i + 1 < csv.length() && csv.charAt(i + 1) == '"') {
                    cell.append('"');
                    i++;
                } else quoted = false;
            } else if (at == '"') quoted = true;
            else if (at == ',' || at == '\n') {
                line.add(cell.toString().replace("\r", ""));
                cell.setLength(0);
                if (at == '\n') {
                    lines.add(line);
                    line = new ArrayList<>();
                }
            } else cell.append(at);
        }
        if (cell.length() > 0 || !line.isEmpty()) {
            line.add(cell.toString());
            lines.add(line);
        }
        List<Map<String, String>> rows = new ArrayList<>();
        for (int i = 1; i < lines.size(); i++) {
            Map<String, String> row = new LinkedHashMap<>();
            for (int j = 0; j < lines.get(0).size(); j++)
                row.put(
                        lines.get(0).get(j),
                        j < lines.get(i).size() ? lines.get(i).get(j) : "");
            rows.add(row);
        }
        return rows;
    }

    static String quoted(String cell) {
        return cell.matches("[^\",\r\n]*") ? cell : "\"" + cell.replace("\"", "\"\"") + "\"";
    }
}
