package app.entrada.server.context;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import java.util.Optional;

/** A track's copy by one recipe as it stands. */
public record TrackCopy(Track track, CopyState state, Optional<TagPlan> plan, Optional<StoredCopy> written) {}
