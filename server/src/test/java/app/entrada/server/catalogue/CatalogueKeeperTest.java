package app.entrada.server.catalogue;

import static java.util.concurrent.TimeUnit.SECONDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.entrada.core.catalogue.CatalogueFilter;
import app.entrada.core.catalogue.CatalogueRow;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.server.overview.Standings;
import app.entrada.server.platform.Announcer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("F4 The catalogue in memory: nobody waits for it to be read in, and it never grows for good")
class CatalogueKeeperTest {
    private static final int MOST_STALE = 10;

    private final Standings standings = mock();
    private final Announcer announcer = mock();
    private final CatalogueKeeper keeper = new CatalogueKeeper(standings, announcer, MOST_STALE);

    /** What became different, in the order in which it did. */
    private final List<Standings.ReleaseRows> log = new ArrayList<>();

    @BeforeEach
    void database() {
        when(standings.rowsSince(anyLong(), anyInt()))
                .thenAnswer(call -> after(call.getArgument(0)).stream().limit(1).toList());
        when(standings.behind(anyLong()))
                .thenAnswer(call -> after(call.getArgument(0)).size());
    }

    private List<Standings.ReleaseRows> after(long since) {
        return log.stream().filter(each -> each.looked() > since).toList();
    }

    private void release(long id, String title) {
        log.add(new Standings.ReleaseRows(
                id,
                log.size() + 1,
                List.of(
                        new CatalogueRow(0, 0, 0, 0, null, Map.of("release", title), List.of()),
                        new CatalogueRow(1, id, id, id, null, Map.of("title", title), List.of()))));
    }

    @AfterEach
    void stop() {
        keeper.stop();
    }

    private static List<String> titles(CatalogueTable table) {
        List<String> titles = new ArrayList<>();
        for (int number : table.find(CatalogueFilter.read("", CatalogueSubject.RECORDINGS), List.of())
                .numbers())
            titles.add(table.line(number, CatalogueSubject.RECORDINGS.columns())
                    .cells()
                    .get("title")
                    .text());
        return titles;
    }

    @Test
    void who_looks_while_it_is_read_in_sees_what_is_there_and_how_much_is_not() throws InterruptedException {
        release(1, "Low Bridge");
        release(2, "Osier Beds");
        release(3, "Last Ferry");
        CountDownLatch first = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        when(standings.rowsSince(anyLong(), anyInt())).thenAnswer(call -> {
            long since = call.getArgument(0);
            if (since == 1) {
                first.countDown();
                go.await();
            }
            return after(since).stream().limit(1).toList();
        });
        keeper.start();
        assertThat(first.await(10, SECONDS)).isTrue();
        CatalogueKeeper.Read<List<String>> seen = keeper.look(CatalogueSubject.RECORDINGS, CatalogueKeeperTest::titles);
        assertThat(seen.what()).containsExactly("Low Bridge");
        assertThat(seen.lookedOver()).isEqualTo(2);
        assertThat(keeper.find("low bridge", 5)).isNotEmpty();
        // what is done to all of it waits for all of it
        CompletableFuture<CatalogueKeeper.Read<List<String>>> whole = CompletableFuture.supplyAsync(
                () -> keeper.read(CatalogueSubject.RECORDINGS, CatalogueKeeperTest::titles));
        assertThat(whole).isNotDone();
        go.countDown();
        assertThat(whole.join().what()).containsExactlyInAnyOrder("Low Bridge", "Osier Beds", "Last Ferry");
        // and who looked is told
        verify(announcer, timeout(10_000)).announce("standing", Map.of("looked", 3L));
        assertThat(keeper.look(CatalogueSubject.RECORDINGS, CatalogueKeeperTest::titles)
                        .lookedOver())
                .isZero();
    }

    @Test
    void what_was_replaced_takes_no_room_for_good_and_nothing_is_read_again() {
        for (int i = 0; i < 40; i++) {
            release(1 + i % 2, "Low Bridge " + i);
            assertThat(keeper.read(CatalogueSubject.RECORDINGS, CatalogueKeeperTest::titles)
                            .what())
                    .contains("Low Bridge " + i);
            assertThat(keeper.read(CatalogueSubject.RECORDINGS, CatalogueTable::stale)
                            .what())
                    .isLessThanOrEqualTo(MOST_STALE);
        }
        assertThat(keeper.find("low bridge 39", 5))
                .first()
                .satisfies(hit -> assertThat(hit.thing().title()).isEqualTo("Low Bridge 39"));
        verify(standings, times(1)).rowsSince(0, 400);
    }
}
