package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** A test with a browser of its own, whose pages must not complain. */
@ExtendWith(RunningEntrada.class)
abstract class InTheBrowser {
    @TempDir
    Path folder;

    final Installation entrada = RunningEntrada.get();
    Browser browser;
    Desk desk;

    @BeforeEach
    void open() throws IOException {
        browser = new Browser();
        desk = new Desk(browser, entrada);
    }

    @AfterEach
    void nothing_was_complained_of() {
        try {
            assertThat(browser.complaints()).isEmpty();
        } finally {
            browser.close();
        }
    }
}
