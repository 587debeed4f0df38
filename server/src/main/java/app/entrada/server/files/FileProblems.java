package app.entrada.server.files;

import app.entrada.server.platform.Problem;
import java.util.Objects;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** What is wrong with the store's files, told to whoever asked for them. */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class FileProblems {
    @ExceptionHandler
    ResponseEntity<ProblemDetail> damaged(DamagedFile damaged) {
        return Problem.conflict("damaged-file", Objects.toString(damaged.getMessage(), ""))
                .answer();
    }
}
