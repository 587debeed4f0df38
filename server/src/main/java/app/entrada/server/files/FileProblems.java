package app.entrada.server.files;

import app.entrada.server.platform.Problem;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** What is wrong with the store's files, told to whoever asked for them. */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class FileProblems {
    private static final Logger LOG = LoggerFactory.getLogger(FileProblems.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> damaged(DamagedFile damaged) {
        return Problem.conflict("damaged-file", Objects.toString(damaged.getMessage(), ""))
                .answer();
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> away(StoreAway away) {
        LOG.warn("The file store cannot be used: {}", away.getMessage());
        return new Problem(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "store-away",
                        "The file store cannot be reached right now. Everything confirmed is safe; this step was not done. Try again in a few seconds.")
                .answer();
    }
}
