package app.entrada.server.jobs;

import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class JobController {
    private final JobBoard board;

    JobController(JobBoard board) {
        this.board = board;
    }

    @GetMapping("/api/jobs")
    List<JobBoard.Job> jobs() {
        return board.current();
    }

    @DeleteMapping("/api/jobs/{id}")
    void cancel(@PathVariable long id) {
        board.cancel(id);
    }
}
