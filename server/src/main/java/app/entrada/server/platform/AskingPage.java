package app.entrada.server.platform;

import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** The page that asks: it names itself, so that it need not ask again for what it has done itself. Nothing else hangs on it. */
final class AskingPage {
    static final String HEADER = "Entrada-Page";

    /** As browsers make them, RFC 9562. */
    private static final Pattern NAME = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");

    private AskingPage() {}

    /** Its name; empty when nobody asks, or one that has no name. */
    static Optional<String> now() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes asking
                ? Optional.ofNullable(asking.getRequest().getHeader(HEADER))
                        .filter(name -> NAME.matcher(name).matches())
                : Optional.empty();
    }
}
