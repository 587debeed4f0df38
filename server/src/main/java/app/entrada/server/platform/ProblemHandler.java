package app.entrada.server.platform;

import app.entrada.core.text.MalformedValue;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every error into a problem document. */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

    private final Settings settings;

    ProblemHandler(Settings settings) {
        this.settings = settings;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        return problem.answer();
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> malformed(MalformedValue malformed) {
        return ResponseEntity.unprocessableContent()
                .body(detail(HttpStatus.UNPROCESSABLE_CONTENT, "malformed-value", malformed.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> busy(ConcurrencyFailureException busy) {
        return ResponseEntity.status(HttpStatus.CONFLICT)
                .body(detail(
                        HttpStatus.CONFLICT,
                        "busy",
                        "Someone else was saving at the same moment. Nothing was changed; try again."));
    }

    @ExceptionHandler
    void denied(AccessDeniedException denied) {
        throw denied;
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unreadable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        return ResponseEntity.badRequest()
                .body(detail(HttpStatus.BAD_REQUEST, "unreadable", "The request is not the expected JSON."));
    }

    /** What the framework refuses has a type as well, and says that nothing was done. */
    @Override
    protected ResponseEntity<Object> createResponseEntity(
            @Nullable Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (body instanceof ProblemDetail plain
                && (plain.getType() == null || plain.getType().toString().equals("about:blank"))) {
            plain.setType(URI.create("urn:entrada:problem:request"));
            plain.setDetail(
                    (plain.getDetail() == null ? "Unknown request." : plain.getDetail()) + " Nothing was changed.");
        }
        return super.createResponseEntity(body, headers, status, request);
    }

    /** An answer that cannot be written because the session, which is written with it, cannot. */
    @Override
    protected @Nullable ResponseEntity<Object> handleExceptionInternal(
            Exception failure, @Nullable Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (status.is5xxServerError() && DatabaseAway.in(failure))
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                    .body(DatabaseAway.problem().answer().getBody());
        return super.handleExceptionInternal(failure, body, headers, status, request);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unforeseen(Exception failure, HttpServletRequest request) {
        Optional<String> full = DiskFull.in(failure, settings.var());
        if (full.isPresent()) return new Problem(HttpStatus.INSUFFICIENT_STORAGE, "disk-full", full.get()).answer();
        if (DatabaseAway.in(failure)) {
            LOG.warn("{} {}: the database cannot be reached", request.getMethod(), request.getRequestURI());
            return DatabaseAway.problem().answer();
        }
        LOG.error("{} {} failed", request.getMethod(), request.getRequestURI(), failure);
        return unforeseen().answer();
    }

    /** What nobody foresaw; the log says more under the number of this request. */
    static Problem unforeseen() {
        String number = MDC.get(RequestNumber.IN_LOG);
        return new Problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "unforeseen",
                "Something went wrong on the server. What was saved before is safe; this step was not done. Try again; if it persists, check the log%s."
                        .formatted(number == null ? "" : " for request " + number));
    }

    static ProblemDetail detail(HttpStatus status, String type, String says) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, says);
        detail.setType(URI.create("urn:entrada:problem:" + type));
        detail.setTitle(status.getReasonPhrase());
        return detail;
    }
}
