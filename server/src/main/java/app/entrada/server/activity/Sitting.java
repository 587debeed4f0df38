package app.entrada.server.activity;

import app.entrada.server.activity.ActivityRepository.ChangedFact;
import app.entrada.server.activity.ActivityRepository.Deed;
import java.util.List;

/**
 * What somebody did in one go, as it is told.
 *
 * @param deeds the newest first
 * @param facts how many facts are other ones than before it
 * @param telling of those the most telling
 */
record Sitting(List<Deed> deeds, int facts, List<ChangedFact> telling) {}
