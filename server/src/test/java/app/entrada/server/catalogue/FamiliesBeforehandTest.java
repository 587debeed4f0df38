package app.entrada.server.catalogue;

import static org.mockito.Mockito.clearInvocations;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Spellings are compared before anybody asks, whenever the catalogue has become another one")
class FamiliesBeforehandTest {
    private final SpellingFamilies families = mock();
    private final CatalogueKeeper catalogue = mock();
    private final FamiliesBeforehand beforehand = new FamiliesBeforehand(families, catalogue);
    private long reached = 0;

    @BeforeEach
    void an_empty_catalogue_was_looked_at_after_the_start() {
        when(catalogue.isSettled()).thenReturn(true);
        when(catalogue.reached()).thenAnswer(asked -> reached);
        beforehand.step();
        beforehand.step();
        verify(families).families();
        clearInvocations(families);
    }

    @Test
    void nothing_is_compared_again_while_nothing_changes() {
        for (int i = 0; i < 100; i++) beforehand.step();
        verify(families, never()).families();
    }

    @Test
    void what_was_filled_in_later_is_compared_once_it_was_looked_over() {
        reached = 4_000;
        when(catalogue.isSettled()).thenReturn(false);
        for (int i = 0; i < 3; i++) beforehand.step();
        verify(families, never()).families();
        when(catalogue.isSettled()).thenReturn(true);
        beforehand.step();
        beforehand.step();
        verify(families).families();
    }

    @Test
    void edits_without_a_pause_are_compared_once_a_minute() {
        for (int i = 0; i < 11; i++) {
            reached++;
            beforehand.step();
        }
        verify(families, never()).families();
        reached++;
        beforehand.step();
        verify(families).families();
    }
}
