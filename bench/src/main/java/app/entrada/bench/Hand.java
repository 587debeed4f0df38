package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.concurrent.Callable;
import java.util.concurrent.locks.LockSupport;

/** Somebody who works while the house is killed again and again, and signs in anew after each time. */
abstract class Hand implements Callable<Void> {
    private static final long A_MOMENT = 200_000_000;

    final Ledger ledger;

    Hand(Ledger ledger) {
        this.ledger = ledger;
    }

    /** Signs somebody in. */
    interface Door {
        Person open() throws IOException, InterruptedException;
    }

    private Door door;

    Hand at(Door door) {
        this.door = door;
        return this;
    }

    @Override
    public final Void call() throws InterruptedException {
        Person person = null;
        while (!ledger.isOver())
            try {
                if (person == null) {
                    person = door.open();
                    comesBack(person);
                }
                works(person);
            } catch (IOException away) {
                person = null;
                LockSupport.parkNanos(A_MOMENT);
            } catch (RuntimeException odd) {
                ledger.wrong("%s: %s".formatted(getClass().getSimpleName(), odd));
                person = null;
                LockSupport.parkNanos(A_MOMENT);
            }
        return null;
    }

    /** Looks, after somebody has gone down, at what has become of what was not answered. */
    void comesBack(Person person) throws IOException, InterruptedException {}

    /** Does one thing. */
    abstract void works(Person person) throws IOException, InterruptedException;

    /**
     * Whether a call was answered as it has to be.
     *
     * @throws IOException when the house says that it cannot for now
     */
    final boolean right(HttpResponse<?> answer, String what) throws IOException {
        int status = answer.statusCode();
        if (status == 200 || status == 201 || status == 204) return true;
        if (status == 503 || status == 401) throw new IOException("not now");
        ledger.wrong("%s was answered with %d: %s".formatted(what, status, answer.body()));
        return false;
    }
}
