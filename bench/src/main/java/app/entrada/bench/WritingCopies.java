package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.concurrent.locks.LockSupport;

/** Has copies of a release written again and again, whose facts change meanwhile; each time it was asked for ends. */
final class WritingCopies extends Hand {
    private static final String RECIPES = "store-flac,promo-mp3";
    private static final long PAUSE = 2_000_000_000;

    private final long release;

    WritingCopies(Ledger ledger, long release) {
        super(ledger);
        this.release = release;
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        HttpResponse<String> answer =
                person.send("POST", "/api/releases/%d/copies?recipe=%s".formatted(release, RECIPES), null);
        if (right(answer, "writing copies")) ledger.count("times that copies were to be written; each ended");
        LockSupport.parkNanos(PAUSE);
    }

    /** Has all copies written with what stands there now, when nobody works any more. */
    void atLast(Person person) throws IOException, InterruptedException {
        person.json("POST", "/api/releases/%d/copies?recipe=%s".formatted(release, RECIPES), null);
    }

    /** Each copy is there and holds the facts that stand there. */
    void held(Person person) throws IOException, InterruptedException {
        for (var recipe : person.json("GET", "/api/releases/%d/copies".formatted(release), null))
            if (RECIPES.contains(recipe.path("id").asString()))
                for (var file : recipe.path("files")) {
                    if (!file.path("state").asString().equals("written"))
                        ledger.wrong("a copy is not written at the end: " + file);
                    else ledger.count("copies that were written and verified at the end");
                }
    }
}
