package app.entrada.server.platform;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * The edge: what cannot be a request of ours goes no further. Addresses are whole UTF-8 without U+0000, the Host is one under
 * which this installation is known, so that no other site's name leads here.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class EdgeFilter extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(EdgeFilter.class);
    private static final int LONGEST_QUERY = 8192;

    private final JsonMapper json;
    private final DataSource database;
    private final Set<String> hosts = new HashSet<>(Set.of("localhost", "127.0.0.1", "[::1]"));

    EdgeFilter(JsonMapper json, DataSource database, Settings settings) {
        this.json = json;
        this.database = database;
        if (settings.hosts() != null)
            Arrays.stream(settings.hosts().split("[,\\s]+"))
                    .filter(host -> !host.isBlank())
                    .map(host -> host.toLowerCase(Locale.ROOT))
                    .forEach(hosts::add);
        if (settings.publicUrl() != null && !settings.publicUrl().isBlank()) {
            String host = URI.create(settings.publicUrl().strip()).getHost();
            if (host != null) hosts.add(host.toLowerCase(Locale.ROOT));
        }
    }

    /** Each request has a number: it stands in every line of the log that comes of it, and in the answer. */
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String number = RequestNumber.of(request);
        MDC.put(RequestNumber.IN_LOG, number);
        try {
            response.setHeader(RequestNumber.HEADER, number);
            answer(request, response, chain);
        } finally {
            MDC.remove(RequestNumber.IN_LOG);
        }
    }

    private void answer(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getDispatcherType() == DispatcherType.ERROR) tellError(request, response);
        else if (!known(request.getHeader("Host")))
            refuse(
                    response,
                    HttpStatus.MISDIRECTED_REQUEST,
                    "other-host",
                    "There is no server of this name here. Whoever runs the server can add the name to ENTRADA_HOSTS.");
        else if (!readable(request.getRequestURI()) || !readable(request.getQueryString()))
            refuse(
                    response,
                    HttpStatus.BAD_REQUEST,
                    "unreadable",
                    "The address contains invalid characters. Nothing was changed.");
        else if (request.getRequestURI().equals("/error"))
            refuse(response, HttpStatus.NOT_FOUND, "missing", "There is no such page.");
        else
            try {
                chain.doFilter(request, response);
            } catch (ServletException | RuntimeException failure) {
                // before or behind our own code: a session that could not be looked up, or kept with the answer
                if (response.isCommitted()) throw failure;
                response.reset();
                response.setHeader(RequestNumber.HEADER, RequestNumber.of(request));
                // our own handler tells everything that can be told; what it could not write failed with the session
                boolean away = failure instanceof ServletException || DatabaseAway.in(failure) || !reachable();
                LOG.warn("{} {} could not be answered", request.getMethod(), request.getRequestURI(), failure);
                write(response, (away ? DatabaseAway.problem() : ProblemHandler.unforeseen()).answer());
            }
    }

    /** What the container or a filter gave up on, in our own words instead of theirs. */
    private void tellError(HttpServletRequest request, HttpServletResponse response) throws IOException {
        int status = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code ? code : 500;
        Throwable failure = (Throwable) request.getAttribute(RequestDispatcher.ERROR_EXCEPTION);
        if (status >= 500)
            write(
                    response,
                    (DatabaseAway.in(failure) || !reachable() ? DatabaseAway.problem() : ProblemHandler.unforeseen())
                            .answer());
        else
            refuse(
                    response,
                    HttpStatus.valueOf(status),
                    status == 404 ? "missing" : "request",
                    "Unknown request. Nothing was changed.");
    }

    /** What goes wrong while an error is told is told as well, and not by the container's own page. */
    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }

    private boolean reachable() {
        try (Connection connection = database.getConnection()) {
            return connection.isValid(1);
        } catch (SQLException away) {
            return false;
        }
    }

    private boolean known(String host) {
        if (host == null || host.isBlank()) return false;
        return hosts.contains(host.strip().toLowerCase(Locale.ROOT).replaceFirst(":\\d{1,5}$", ""));
    }

    /** Whether this is UTF-8 in percent signs, whole and without U+0000. */
    private static boolean readable(String sent) {
        if (sent == null) return true;
        if (sent.length() > LONGEST_QUERY) return false;
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(sent.length());
        for (int i = 0; i < sent.length(); i++) {
            char letter = sent.charAt(i);
            if (letter != '%') {
                bytes.writeBytes(String.valueOf(letter).getBytes(StandardCharsets.UTF_8));
                continue;
            }
            int high = i + 2 <= sent.length() - 1 ? Character.digit(sent.charAt(i + 1), 16) : -1;
            int low = i + 2 <= sent.length() - 1 ? Character.digit(sent.charAt(i + 2), 16) : -1;
            if (high < 0 || low < 0 || high + low == 0) return false;
            bytes.write(high << 4 | low);
            i += 2;
        }
        try {
            StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes.toByteArray()));
            return true;
        } catch (CharacterCodingException noText) {
            return false;
        }
    }

    private void refuse(HttpServletResponse response, HttpStatus status, String type, String says) throws IOException {
        write(response, new Problem(status, type, says).answer());
    }

    private void write(HttpServletResponse response, ResponseEntity<ProblemDetail> answer) throws IOException {
        response.setStatus(answer.getStatusCode().value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(answer.getBody()));
    }
}
