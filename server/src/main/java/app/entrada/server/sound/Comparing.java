package app.entrada.server.sound;

import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Loop;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Keeps this node's index of prints up to date, and compares sound that could not be compared when it was measured. */
@Component
class Comparing extends Loop {
    private static final Duration PAUSE = Duration.ofSeconds(2);
    private static final int A_FEW = 5;

    private final Prints prints;
    private final FileIndex files;
    private final Heard heard;

    Comparing(Prints prints, FileIndex files, Heard heard) {
        super("prints", PAUSE);
        this.prints = prints;
        this.files = files;
        this.heard = heard;
    }

    @Override
    protected boolean step() {
        if (!prints.catchUp()) return prints.isUsable();
        int compared = 0;
        for (Sha256 file : files.notCompared(A_FEW))
            if (prints.compare(file, prints.find(file).orElseThrow())) {
                files.compared(file);
                heard.tell(file);
                compared++;
            }
        return compared == A_FEW;
    }
}
