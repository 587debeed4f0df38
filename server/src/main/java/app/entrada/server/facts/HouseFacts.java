package app.entrada.server.facts;

/**
 * What holds for the whole house beside the label's names and prefixes.
 *
 * @param timeZone name of the tz database, such as {@code Europe/Berlin}: when a day begins, for dates and deadlines; empty for
 *     that of the machine
 * @param contact whom destinations may ask, as new releases name it; empty for nobody
 * @param currency in which prices are asked, by ISO 4217; empty while none is named
 */
public record HouseFacts(String timeZone, String contact, String currency) {}
