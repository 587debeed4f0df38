package app.entrada.server.activity;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Ref;
import app.entrada.server.activity.ActivityRepository.Deed;
import app.entrada.server.activity.ActivityRepository.LoggedChange;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("F4 What became of a fact is told by its values, not by how they are shown")
class TogetherTest {
    private static Deed deed(long id) {
        Instant at = Instant.parse("2026-11-23T10:00:00Z").plusSeconds(id);
        return new Deed(id, at, "M. Arden", "edit", false, "Edit", "typed", "typed", 7, "Slow Ferry", List.of(), 0);
    }

    private static LoggedChange change(long batch, Entity entity, Field<?> field, String before, String after) {
        return new LoggedChange(batch, new Ref(entity, 3), field, before, after);
    }

    @Test
    void a_master_that_is_exchanged_for_another_file_is_a_change_whatever_the_files_are_called() {
        LoggedChange exchanged = change(1, Entity.RECORDING, Fields.RECORDING_MASTER, "a".repeat(64), "b".repeat(64));
        assertThat(Together.of(List.of(deed(1)), Map.of(1L, List.of(exchanged))))
                .singleElement()
                .satisfies(each -> assertThat(each.telling()).containsExactly(exchanged));
    }

    @Test
    void an_order_that_was_put_back_is_as_it_was() {
        Map<Long, List<LoggedChange>> changes = Map.of(
                1L, List.of(change(1, Entity.RELEASE, Fields.RELEASE_RUNNING_ORDER, "4 5", "5 4")),
                2L, List.of(change(2, Entity.RELEASE, Fields.RELEASE_RUNNING_ORDER, "5 4", "4 5")));
        assertThat(Together.of(List.of(deed(2), deed(1)), changes))
                .singleElement()
                .satisfies(each -> assertThat(each.facts()).isZero());
    }
}
