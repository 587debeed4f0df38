package app.entrada.core.delivery;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Territories;
import app.entrada.core.release.Release;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Compares the terms of a delivery with the rights that the release holds. Nothing may be sealed that grants more: countries
 * that are not held, a first day before the release date, orders taken after it, a day of sending that has passed, a price
 * that the destination does not take, none where it needs one.
 */
public final class DealCheck {
    private DealCheck() {}

    /**
     * What is wrong with one of the terms.
     *
     * @param field the term: {@code territories}, {@code from}, {@code sendOn}, {@code price}
     * @param message what is asked for and what is held, in a sentence
     */
    public record OutsideRights(String field, String message) {}

    /**
     * All that is wrong with the terms of a delivery or an update; empty when they stay within the rights.
     *
     * @param sendOn first day of sending, empty for at once
     * @param today the day on which it is asked
     */
    public static List<OutsideRights> of(
            Release release, Profile profile, Outgoing.Terms terms, Optional<LocalDate> sendOn, LocalDate today) {
        List<OutsideRights> objections = new ArrayList<>();
        territories(release, terms, objections);
        dates(release, terms, objections);
        sendOn.filter(day -> day.isBefore(today))
                .ifPresent(day -> objections.add(new OutsideRights(
                        "sendOn",
                        "%s has passed (today is %s). Leave the day empty to send immediately."
                                .formatted(day, today))));
        // of several destinations in one order, those that take no price are told none
        profile.prices().flatMap(range -> price(profile, range, terms.price())).ifPresent(objections::add);
        return objections;
    }

    private static Optional<OutsideRights> price(Profile profile, Profile.Prices range, Optional<Price> price) {
        if (price.isEmpty())
            return Optional.of(new OutsideRights(
                    "price",
                    "%s needs a price, from %d to %d. Enter it.".formatted(profile.name(), range.min(), range.max())));
        return price.filter(asked -> !range.holds(asked.units()))
                .map(asked -> new OutsideRights(
                        "price",
                        "The price is %s; %s accepts %d to %d."
                                .formatted(asked, profile.name(), range.min(), range.max())));
    }

    private static void territories(Release release, Outgoing.Terms terms, List<OutsideRights> objections) {
        Optional<Territories> held = release.facts().get(Fields.RELEASE_TERRITORIES);
        if (terms.territories().isEmpty()) return;
        Territories wanted = Territories.parse(terms.territories());
        if (held.isEmpty()) {
            objections.add(new OutsideRights(
                    "territories",
                    "The delivery names %s, but the release has no territories. Enter them first.".formatted(wanted)));
            return;
        }
        List<String> outside = wanted.outside(held.get());
        if (!outside.isEmpty())
            objections.add(new OutsideRights(
                    "territories",
                    "The rights cover %s; the delivery would include %s.".formatted(held.get(), shortened(outside))));
    }

    private static String shortened(List<String> codes) {
        if (codes.size() <= 6) return String.join(", ", codes);
        return "%s and %d more countries".formatted(String.join(", ", codes.subList(0, 5)), codes.size() - 5);
    }

    private static void dates(Release release, Outgoing.Terms terms, List<OutsideRights> objections) {
        Optional<LocalDate> date = release.facts().get(Fields.RELEASE_DATE);
        Optional<LocalDate> start = terms.from().isEmpty() ? date : Optional.of(LocalDate.parse(terms.from()));
        if (date.isPresent() && start.isPresent() && start.get().isBefore(date.get()))
            objections.add(new OutsideRights(
                    "from", "The first day would be %s; the release date is %s.".formatted(start.get(), date.get())));
        release.facts()
                .get(Fields.RELEASE_PRE_ORDER_DATE)
                .filter(preOrder -> start.isPresent() && !preOrder.isBefore(start.get()))
                .ifPresent(preOrder -> objections.add(new OutsideRights(
                        "from",
                        "Pre-orders would start on %s, not before the first day, %s."
                                .formatted(preOrder, start.get()))));
    }
}
