package app.entrada.server.platform;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;

/** Something a person has to know: becomes an RFC 9457 problem document. Says what happened, what is safe, what to do. */
public final class Problem extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final HttpStatus status;
    private final String type;
    private final transient Map<String, Object> more = new LinkedHashMap<>();

    /**
     * @param type stable word, the end of the document's type
     * @param says one or two sentences
     */
    public Problem(HttpStatus status, String type, String says) {
        super(says);
        this.status = status;
        this.type = type;
    }

    /** Wrong input. */
    public static Problem input(String type, String says) {
        return new Problem(HttpStatus.UNPROCESSABLE_CONTENT, type, says);
    }

    /** Nothing of that name. */
    public static Problem missing(String what) {
        return new Problem(HttpStatus.NOT_FOUND, "missing", "There is no such %s.".formatted(what));
    }

    /** Not now: the state of things forbids it. */
    public static Problem conflict(String type, String says) {
        return new Problem(HttpStatus.CONFLICT, type, says);
    }

    /** Adds a member to the document. */
    public Problem with(String name, Object value) {
        more.put(name, value);
        return this;
    }

    /** The document, as an answer. */
    public ResponseEntity<ProblemDetail> answer() {
        ProblemDetail detail = ProblemHandler.detail(status, type, Objects.toString(getMessage(), ""));
        more.forEach(detail::setProperty);
        return ResponseEntity.status(status).body(detail);
    }
}
