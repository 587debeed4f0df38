package app.entrada.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.value.Territories;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("S2 A delivery grants no more than the label holds")
class DealCheckTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);

    static List<Profile> destinations() {
        return Receivers.all();
    }

    private static Outgoing.Terms terms(String territories, String from, int price) {
        return new Outgoing.Terms(
                "public",
                false,
                false,
                territories,
                from,
                price == 0 ? Optional.empty() : Optional.of(new Price(price, Currency.getInstance("EUR"))));
    }

    private static List<DealCheck.OutsideRights> check(
            Samples release, Profile profile, Outgoing.Terms terms, Optional<LocalDate> sendOn) {
        return DealCheck.of(release.release(), profile, terms, sendOn, TODAY);
    }

    @ParameterizedTest
    @MethodSource("destinations")
    void countries_outside_the_rights_are_refused_at_every_destination(Profile profile) {
        Samples held = Samples.single().with("release.territories", "worldwide except US");
        assertThat(check(held, profile, terms("US", "", 400), Optional.empty()))
                .singleElement()
                .satisfies(objection -> {
                    assertThat(objection.field()).isEqualTo("territories");
                    assertThat(objection.message())
                            .isEqualTo("The rights cover worldwide except US; the delivery would include US.");
                });
        assertThat(check(held, profile, terms("DE FR", "", 400), Optional.empty()))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "worldwide, worldwide except US, true",
        "worldwide except US, worldwide, false",
        "worldwide except US, worldwide except US CA, true",
        "worldwide except US CA, worldwide except US, false",
        "DE AT, DE, true",
        "DE AT, DE CH, false",
        "DE AT, worldwide, false"
    })
    void one_set_of_countries_lies_within_another(String held, String offered, boolean within) {
        assertThat(Territories.parse(offered).outside(Territories.parse(held)).isEmpty())
                .isEqualTo(within);
    }

    @ParameterizedTest
    @MethodSource("destinations")
    void nothing_is_on_sale_before_the_release_date(Profile profile) {
        Samples release = Samples.single().with("release.releaseDate", "2027-02-12");
        assertThat(check(release, profile, terms("", "2027-02-11", 400), Optional.empty()))
                .extracting(DealCheck.OutsideRights::message)
                .containsExactly("The first day would be 2027-02-11; the release date is 2027-02-12.");
        assertThat(check(release, profile, terms("", "2027-02-12", 400), Optional.empty()))
                .isEmpty();
    }

    @Test
    void orders_are_taken_before_the_first_day_only() {
        Samples release =
                Samples.single().with("release.releaseDate", "2027-02-12").with("release.preOrderDate", "2027-02-12");
        assertThat(check(release, destinations().get(0), Outgoing.Terms.USUAL, Optional.empty()))
                .extracting(DealCheck.OutsideRights::field)
                .containsExactly("from");
    }

    @Test
    void a_day_of_sending_that_has_passed_is_refused_and_today_is_not() {
        Profile lumenfold = destinations().get(0);
        assertThat(check(Samples.single(), lumenfold, Outgoing.Terms.USUAL, Optional.of(TODAY.minusDays(1))))
                .extracting(DealCheck.OutsideRights::field)
                .containsExactly("sendOn");
        assertThat(check(Samples.single(), lumenfold, Outgoing.Terms.USUAL, Optional.of(TODAY)))
                .isEmpty();
    }

    @Test
    void a_price_is_one_that_the_destination_takes() {
        Profile aldermoor = destinations().stream()
                .filter(each -> each.id().equals("aldermoor"))
                .findFirst()
                .orElseThrow();
        assertThat(check(Samples.single(), aldermoor, terms("", "", 19), Optional.empty()))
                .extracting(DealCheck.OutsideRights::message)
                .containsExactly("The price is 19 EUR; Aldermoor Cues accepts 20 to 5000.");
        assertThat(check(Samples.single(), aldermoor, terms("", "", 0), Optional.empty()))
                .extracting(DealCheck.OutsideRights::message)
                .containsExactly("Aldermoor Cues needs a price, from 20 to 5000. Enter it.");
        for (int price : new int[] {20, 5000})
            assertThat(check(Samples.single(), aldermoor, terms("", "", price), Optional.empty()))
                    .isEmpty();
        assertThat(Profile.read(aldermoor.yaml()).prices()).isEqualTo(aldermoor.prices());
    }

    @Test
    void a_release_that_names_no_territory_grants_none() {
        assertThat(check(
                        Samples.single().with("release.territories", ""),
                        destinations().get(0),
                        terms("DE", "", 0),
                        Optional.empty()))
                .extracting(DealCheck.OutsideRights::field)
                .containsExactly("territories");
    }
}
