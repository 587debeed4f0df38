package app.entrada.standins;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a destination makes of a delivery: reasons against it, what it wants to know, documents it gives back. */
final class Verdict {
    /**
     * A reason or a question.
     *
     * @param track number of the track it is about, 0 for the whole
     * @param field the sender's own name of the fact, empty when it is about none
     */
    record Reason(String code, String says, String where, int track, String field) {}

    private final List<Reason> reasons = new ArrayList<>();
    private final List<Reason> questions = new ArrayList<>();
    private final Map<String, String> documents = new LinkedHashMap<>();
    private String title = "";
    private String mark = "";
    private boolean takedown;

    Verdict refuse(String code, String says, String where) {
        return refuse(code, says, where, 0, "");
    }

    Verdict refuse(String code, String says, String where, int track, String field) {
        reasons.add(new Reason(code, says, where, track, field));
        return this;
    }

    /** Something a person there wants to know before they decide. */
    Verdict ask(String says, int track, String field) {
        questions.add(new Reason("question", says, "", track, field));
        return this;
    }

    /** A document that goes back with the answer. */
    Verdict give(String name, String text) {
        documents.put(name, text);
        return this;
    }

    Verdict takedown() {
        takedown = true;
        return this;
    }

    /** @param words what the release is called; {@code code} its own mark, such as a barcode */
    Verdict called(String words, String code) {
        title = words;
        mark = code;
        return this;
    }

    List<Reason> reasons() {
        return List.copyOf(reasons);
    }

    List<Reason> questions() {
        return List.copyOf(questions);
    }

    Map<String, String> documents() {
        return documents;
    }

    String title() {
        return title;
    }

    String mark() {
        return mark;
    }

    boolean isTakedown() {
        return takedown;
    }
}
