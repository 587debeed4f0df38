package app.entrada.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import java.util.HexFormat;
import java.util.concurrent.ThreadLocalRandom;

/** The number of a request, by which its lines are found in the log. */
final class RequestNumber {
    /** Where an answer tells it. */
    static final String HEADER = "Entrada-Request";

    /** What it is called in a line of the log. */
    static final String IN_LOG = "request";

    private RequestNumber() {}

    /** The number of this request: ours, whatever it brings along; the same however often it is dispatched. */
    static String of(HttpServletRequest request) {
        Object known = request.getAttribute(HEADER);
        if (known instanceof String number) return number;
        String number = HexFormat.of().toHexDigits(ThreadLocalRandom.current().nextInt());
        request.setAttribute(HEADER, number);
        return number;
    }
}
