package app.entrada.server.readiness;

import app.entrada.core.check.profile.LeadTime;
import app.entrada.core.check.profile.Readiness;
import app.entrada.core.check.profile.Weight;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How ready a release is for where it goes.
 *
 * @param meant ids of the destinations as the release names them, null when it names none and the usual ones are meant
 * @param destinations all there are, those meant first
 * @param families what rules are about, with counts by destination
 * @param fixable ids of findings with a safe fix
 */
public record ReadinessView(
        int revision,
        @Nullable String meant,
        List<BoardDestination> destinations,
        List<BoardRow> families,
        List<BoardFinding> findings,
        List<String> fixable,
        List<SocietyNeeds> societies) {
    /**
     * A column of the board.
     *
     * @param meant whether the release is to go there
     * @param standing whether its lead time is kept
     * @param says what its lead time means for the release's date
     * @param earliest first day it can promise from today on
     * @param readiness heaviest open finding
     */
    public record BoardDestination(
            String id,
            String name,
            String kind,
            boolean meant,
            LeadTime.LeadTimeState standing,
            String says,
            String earliest,
            Readiness readiness,
            int stops,
            int risks,
            int notes) {}

    /** @param cells by destination id; a destination without one has nothing to say there */
    public record BoardRow(String family, Map<String, BoardCell> cells) {}

    /**
     * How one family stands with one destination.
     *
     * @param readiness heaviest open finding
     * @param count open findings of that weight
     * @param all open findings of any weight
     * @param accepted rules whose risk was taken somewhere
     * @param rules how many rules were asked
     */
    public record BoardCell(Readiness readiness, int count, int all, int accepted, int rules) {}

    /**
     * A finding with all that is needed to act on it.
     *
     * @param weights by destination id
     * @param where the place in words: "Track 3, Title"
     * @param fix label of its safe fix
     * @param picture whether the fix makes another picture, which is looked at first
     */
    public record BoardFinding(
            String id,
            String rule,
            String ruleName,
            String family,
            Weight weight,
            Map<String, Weight> weights,
            int track,
            String column,
            String panel,
            String where,
            String says,
            String reason,
            @Nullable String fix,
            boolean picture,
            @Nullable RiskTaken accepted) {}

    /** Why, who and when. */
    public record RiskTaken(String reason, String by, String at) {}

    /**
     * What a society still needs.
     *
     * @param subjects works or performers, those that lack nothing too
     */
    public record SocietyNeeds(String destination, String name, String of, List<SocietySubject> subjects) {}

    /**
     * One work or performer.
     *
     * @param detail writers of a work, roles of a performer
     * @param needs what is missing, in sentences
     */
    public record SocietySubject(String name, String detail, int track, List<String> needs) {}

    /**
     * What safe fixes would do.
     *
     * @param lines every value before and after
     * @param ended ids of the findings that end by it
     */
    public record FixPlan(List<FixLine> lines, List<String> ended) {}

    /** @param after null for the next free code */
    public record FixLine(
            String where,
            String field,
            @Nullable String before,
            @Nullable String after) {}
}
