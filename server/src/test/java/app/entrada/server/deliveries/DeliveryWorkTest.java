package app.entrada.server.deliveries;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Outgoing;
import app.entrada.demo.DemoReceivers;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.handover.Drop;
import app.entrada.server.platform.Settings;
import app.entrada.server.platform.SettingsOf;
import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("S5 What the sender makes of a destination that fails, try after try and hour after hour")
class DeliveryWorkTest {
    private static final Instant SEALED = Instant.parse("2026-11-23T09:00:00Z");
    private static final long ID = 71;
    private static final Profile LUMENFOLD = DemoReceivers.all().get(0);

    private final DeliveryRepository deliveries = mock(DeliveryRepository.class);
    private final DestinationService destinations = mock(DestinationService.class);
    private final Addresses addresses = mock(Addresses.class);
    private final Handover way = mock(Handover.class);
    private final DroppedArchive dropped = mock(DroppedArchive.class);
    private final DestinationClient client = mock(DestinationClient.class);
    private final AnswerService answers = mock(AnswerService.class);
    private final ProfileRepository profiles = mock(ProfileRepository.class);

    @BeforeEach
    void a_destination_that_can_be_reached() {
        when(profiles.byId("lumenfold")).thenReturn(LUMENFOLD);
        when(destinations.connection("lumenfold"))
                .thenReturn(Optional.of(new DestinationService.Connection("https://store.example", true)));
        when(destinations.secret("lumenfold")).thenReturn(Optional.of("sluice"));
        when(addresses.here()).thenReturn("https://desk.example/");
        when(way.serves(LUMENFOLD)).thenReturn(true);
    }

    private DeliveryWork work(Instant now) {
        Settings settings = SettingsOf.folder(Path.of("."), false);
        return new DeliveryWork(
                deliveries,
                destinations,
                addresses,
                List.of(way),
                dropped,
                client,
                answers,
                new SimpleMeterRegistry(),
                Clock.fixed(now, ZoneOffset.UTC),
                profiles,
                settings);
    }

    private Delivery delivery(DeliveryState state, int attempts) {
        return delivery(HandoverWay.INTERFACE, state, attempts);
    }

    private Delivery delivery(HandoverWay by, DeliveryState state, int attempts) {
        Delivery delivery = new Delivery(
                ID,
                5,
                "lumenfold",
                new UUID(0, ID),
                by,
                state,
                SEALED.toString(),
                Outgoing.Occasion.FULL,
                Outgoing.Terms.USUAL,
                null,
                null,
                List.of(),
                "",
                0L,
                state == DeliveryState.SEALED ? "" : "LF-71",
                attempts,
                "M. Arden");
        when(deliveries.find(ID)).thenReturn(Optional.of(delivery));
        when(deliveries.state(ID)).thenReturn(state);
        return delivery;
    }

    private static DestinationClient.DestinationAnswer answer(int status) {
        return new DestinationClient.DestinationAnswer(status, "", "", List.of(), List.of(), Optional.empty());
    }

    private Optional<Instant> run(Instant now) {
        return work(now).run(String.valueOf(ID), null);
    }

    /** Seconds from now on. */
    private static double pause(Optional<Instant> next) {
        return Duration.between(Instant.now(), next.orElseThrow()).toMillis() / 1000.0;
    }

    @Test
    void pauses_double_from_one_second_and_never_grow_beyond_five_minutes() throws IOException {
        when(way.hand(any(), any())).thenThrow(new IOException("connection reset"));
        // a quarter more at most, so that several do not come back at the same moment
        delivery(DeliveryState.SEALED, 0);
        assertThat(pause(run(SEALED))).isBetween(0.8, 1.3);
        delivery(DeliveryState.SEALED, 5);
        assertThat(pause(run(SEALED))).isBetween(31.0, 40.1);
        delivery(DeliveryState.SEALED, 10);
        assertThat(pause(run(SEALED))).isBetween(299.0, 375.1);
        verify(deliveries, never()).move(any(), any(), any());
    }

    @Test
    void after_twelve_tries_somebody_has_to_look_and_nothing_goes_on_by_itself() throws IOException {
        when(way.hand(any(), any())).thenReturn(answer(503));
        Delivery last = delivery(DeliveryState.SEALED, 11);
        assertThat(run(SEALED)).isEmpty();
        verify(deliveries)
                .move(eq(last), eq(DeliveryState.FAILED), argThat(says -> says.contains("Stopped after 12 attempts")));
    }

    @Test
    void a_destination_that_says_when_to_come_back_is_asked_then() throws IOException {
        when(way.hand(any(), any()))
                .thenReturn(new DestinationClient.DestinationAnswer(
                        429, "", "", List.of(), List.of(), Optional.of(Duration.ofSeconds(90))));
        delivery(DeliveryState.SEALED, 0);
        assertThat(pause(run(SEALED))).isBetween(88.0, 90.1);
    }

    @Test
    void what_was_called_off_while_the_connection_hung_is_not_tried_again() throws IOException {
        delivery(DeliveryState.SEALED, 2);
        when(way.hand(any(), any())).thenAnswer(hanging -> {
            when(deliveries.state(ID)).thenReturn(DeliveryState.CALLED_OFF);
            throw new IOException("broken off");
        });
        assertThat(run(SEALED)).isEmpty();
        verify(deliveries, never()).tried(any(), any());
        verify(deliveries, never()).move(any(), any(), any());
    }

    @Test
    void in_the_first_hour_it_is_asked_every_two_seconds_later_every_ten_minutes() throws IOException {
        when(client.ask(any(), eq("LF-71"))).thenReturn(answer(200));
        delivery(DeliveryState.RECEIVED, 0);
        assertThat(pause(run(SEALED.plusSeconds(60)))).isBetween(1.5, 2.1);
        assertThat(pause(run(SEALED.plus(Duration.ofMinutes(61))))).isBetween(595.0, 600.1);
    }

    @Test
    void a_destination_without_a_token_is_not_spoken_to() throws IOException {
        when(destinations.secret("lumenfold")).thenReturn(Optional.empty());
        Delivery sealed = delivery(DeliveryState.SEALED, 0);
        assertThat(run(SEALED)).isEmpty();
        verify(deliveries)
                .move(
                        eq(sealed),
                        eq(DeliveryState.FAILED),
                        argThat(says -> says.contains("no address or no access token")));
        verify(way, never()).hand(any(), any());
    }

    @Test
    void an_archive_that_cannot_be_put_today_is_tried_again_and_one_that_may_not_be_is_not() throws IOException {
        Delivery sealed = delivery(HandoverWay.SFTP, DeliveryState.SEALED, 3);
        when(dropped.put(sealed, LUMENFOLD)).thenThrow(new IOException("store.example cannot be reached."));
        assertThat(run(SEALED)).isPresent();
        verify(deliveries).tried(eq(sealed), argThat(says -> says.startsWith("store.example cannot be reached.")));

        Delivery other = delivery(HandoverWay.SFTP, DeliveryState.SEALED, 0);
        when(dropped.put(other, LUMENFOLD)).thenThrow(new Drop.Refused("It shows another key."));
        assertThat(run(SEALED)).isEmpty();
        verify(deliveries).move(other, DeliveryState.FAILED, "It shows another key.");
    }

    @Test
    void an_archive_that_lies_there_is_handed_over_and_nobody_is_asked() throws IOException {
        Delivery sealed = delivery(HandoverWay.FOLDER, DeliveryState.SEALED, 0);
        when(dropped.put(sealed, LUMENFOLD)).thenReturn("nw-031.zip lies whole in /srv/plant.");
        assertThat(run(SEALED)).isEmpty();
        verify(deliveries).received(sealed, null, "nw-031.zip lies whole in /srv/plant.");
        delivery(HandoverWay.FOLDER, DeliveryState.RECEIVED, 0);
        delivery(HandoverWay.FORM, DeliveryState.RECEIVED, 0);
        assertThat(run(SEALED)).isEmpty();
        verify(client, never()).ask(any(), any());
    }

    @Test
    void what_has_ended_is_left_alone() throws IOException {
        for (DeliveryState ended : List.of(DeliveryState.ACCEPTED, DeliveryState.CALLED_OFF, DeliveryState.REJECTED)) {
            delivery(ended, 0);
            assertThat(run(SEALED)).isEmpty();
        }
        verify(way, never()).hand(any(), any());
        verify(client, never()).ask(any(), any());
    }
}
