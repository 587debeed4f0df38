package app.entrada.server.platform;

import app.entrada.core.field.MalformedValue;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every error into a problem document. */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        ProblemDetail detail = detail(problem.status(), problem.type(), problem.getMessage());
        problem.more().forEach(detail::setProperty);
        return ResponseEntity.status(problem.status()).body(detail);
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
                        "Somebody else wrote at the same moment. Nothing was changed; try again."));
    }

    @ExceptionHandler
    void denied(AccessDeniedException denied) {
        throw denied;
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unreadable,
            org.springframework.http.HttpHeaders headers,
            org.springframework.http.HttpStatusCode status,
            org.springframework.web.context.request.WebRequest request) {
        return ResponseEntity.badRequest()
                .body(detail(HttpStatus.BAD_REQUEST, "unreadable", "The request is not the JSON that is wanted here."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unforeseen(Exception failure, HttpServletRequest request) {
        LOG.error("{} {} failed", request.getMethod(), request.getRequestURI(), failure);
        return ResponseEntity.internalServerError()
                .body(
                        detail(
                                HttpStatus.INTERNAL_SERVER_ERROR,
                                "unforeseen",
                                "Something went wrong on the server. What was saved before is safe; this step was not done. Try again, and look into the log if it stays."));
    }

    static ProblemDetail detail(HttpStatus status, String type, String says) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, says);
        detail.setType(URI.create("urn:entrada:problem:" + type));
        detail.setTitle(status.getReasonPhrase());
        return detail;
    }
}
