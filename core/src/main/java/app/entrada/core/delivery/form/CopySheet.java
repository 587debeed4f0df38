package app.entrada.core.delivery.form;

import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.FormFact;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.title.TitleStyle;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * A receiver's web form, filled in on paper: each of its captions in its order with the value as it is pasted there. First
 * those that are asked for once, then track by track; those of writers behind their track's.
 *
 * @param entries in the order in which the form is worked through
 */
public record CopySheet(List<Entry> entries) {
    /**
     * A value for one field of the form.
     *
     * @param key the same for the same caption of the same track and writer, on another day too
     * @param track number of the track, 0 for the release
     * @param writer whose it is, for captions that are asked for each writer; else empty
     * @param value as it is pasted; of a box to tick {@code yes} or {@code no}; empty when there is none
     * @param note what a person should know of it, in a sentence; empty for nothing
     * @param problem why it cannot go into the form like this, in a sentence; empty when it can
     * @param about the fact whose findings concern it
     */
    public record Entry(
            String key,
            Caption caption,
            int track,
            String writer,
            String value,
            String note,
            String problem,
            Optional<Field<?>> about) {
        /** Characters as a person counts them. */
        public int length() {
            return value.codePointCount(0, value.length());
        }
    }

    /**
     * A caption whose value is another one than what was handed over.
     *
     * @param before what was handed over; null when the form did not have it
     * @param after what it is today; null when it is asked for no longer, as of a track that is gone
     */
    public record ChangedCaption(
            String key, @Nullable String before, @Nullable String after) {
        /** In words: {@code Track 3, Title: Reed → Rush}. */
        @Override
        public String toString() {
            String[] place = key.split(" \u203a ", 3);
            String where = (place[0].equals("0") ? "" : "Track %s, ".formatted(place[0]))
                    + (place[1].isEmpty() ? "" : place[1] + ", ")
                    + place[2];
            return "%s: %s → %s".formatted(where, said(before), said(after));
        }

        private static String said(@Nullable String value) {
            return value == null || value.isEmpty() ? "empty" : value;
        }
    }

    /** The key of an entry: the same for the same caption of the same track and writer. */
    static String key(int track, String writer, String caption) {
        return String.join(" \u203a ", String.valueOf(track), writer, caption);
    }

    /** The sheet of a release for a destination that has captions. */
    public static CopySheet of(Outgoing out) {
        List<Entry> entries = new ArrayList<>();
        Filling filling = new Filling(out);
        for (Caption caption : captions(out, Caption.Per.RELEASE)) entries.add(filling.release(caption));
        for (Track track : out.release().tracks()) {
            for (Caption caption : captions(out, Caption.Per.TRACK)) entries.add(filling.track(caption, track));
            for (Writer writer : writers(track))
                for (Caption caption : captions(out, Caption.Per.WRITER))
                    entries.add(filling.writer(caption, track, writer));
        }
        return new CopySheet(List.copyOf(entries));
    }

    private static List<Writer> writers(Track track) {
        return track.recording().work().facts().get(Fields.WORK_WRITERS).orElse(List.of());
    }

    private static List<Caption> captions(Outgoing out, Caption.Per per) {
        return out.profile().captions().stream()
                .filter(caption -> caption.per() == per)
                .toList();
    }

    /** What is handed over: values by the keys of their entries, in the form's order. */
    public Map<String, String> values() {
        Map<String, String> values = new LinkedHashMap<>();
        entries.forEach(entry -> values.put(entry.key(), entry.value()));
        return values;
    }

    /** Entries that cannot go into the form as they are. */
    public List<Entry> problems() {
        return entries.stream().filter(entry -> !entry.problem().isEmpty()).toList();
    }

    /**
     * The captions that are to be typed anew: in the form's order, at the end those that are asked for no longer.
     *
     * @param handedOver {@link #values} as they were
     */
    public List<ChangedCaption> changedSince(Map<String, String> handedOver) {
        Map<String, String> now = values();
        List<ChangedCaption> changed = new ArrayList<>();
        now.forEach((key, value) -> {
            if (!Objects.equals(handedOver.get(key), value))
                changed.add(new ChangedCaption(key, handedOver.get(key), value));
        });
        handedOver.forEach((key, value) -> {
            if (!now.containsKey(key)) changed.add(new ChangedCaption(key, value, null));
        });
        return changed;
    }

    /** Writes entry after entry. */
    private record Filling(Outgoing out) {
        Entry release(Caption caption) {
            Release release = out.release();
            return entry(
                    caption,
                    0,
                    "",
                    () -> caption.formFact()
                            .map(fact -> switch (fact) {
                                case TITLE -> FormText.of(style().release(release));
                                case ARTISTS -> names(release.facts().get(Fields.RELEASE_ARTISTS), caption);
                                case GENRE -> genres(release.facts().get(Fields.RELEASE_GENRE), caption);
                                case TRACKS ->
                                    FormText.of(String.valueOf(release.tracks().size()));
                                case COVER_FILE -> file(out.cover());
                                case OUTLETS -> outlets(release, caption);
                                default -> FormText.NOTHING;
                            })
                            .orElseGet(() -> fact(caption, release.facts())));
        }

        Entry track(Caption caption, Track track) {
            Release release = out.release();
            return entry(
                    caption,
                    track.number(),
                    "",
                    () -> caption.formFact()
                            .map(fact -> switch (fact) {
                                case TITLE -> FormText.of(style().track(release, track));
                                case ARTISTS -> names(release.holds(track, Fields.TRACK_ARTISTS), caption);
                                case GENRE -> genres(release.holds(track, Fields.TRACK_GENRE), caption);
                                case NUMBER -> FormText.of(String.valueOf(track.number()));
                                case LENGTH -> length(caption, track);
                                case COMPOSERS -> people(Writer.composers(writers(track)), caption);
                                case LYRICISTS -> people(Writer.lyricists(writers(track)), caption);
                                case SOUND_FILE ->
                                    file(Optional.ofNullable(out.sound().get(track.id())));
                                default -> FormText.NOTHING;
                            })
                            .orElseGet(() -> held(caption, track)));
        }

        Entry writer(Caption caption, Track track, Writer writer) {
            Facts person = out.subject().people().getOrDefault(writer.name(), Facts.NONE);
            return entry(
                    caption,
                    track.number(),
                    writer.name(),
                    () -> caption.formFact()
                            .map(fact -> switch (fact) {
                                case WRITER -> people(List.of(writer.name()), caption);
                                case ROLE -> {
                                    String code = writer.role().name();
                                    yield FormText.of(caption.writing().words().getOrDefault(code, code));
                                }
                                case PERFORMING -> share(writer.shares().performing(), caption);
                                case MECHANICAL -> share(writer.shares().mechanical(), caption);
                                case PUBLISHER ->
                                    writer.publisher()
                                            .map(name -> people(List.of(name), caption))
                                            .orElse(FormText.NOTHING);
                                case IPI ->
                                    person.get(Fields.PARTY_IPI)
                                            .map(code -> FormText.of(code.text()))
                                            .orElse(FormText.NOTHING);
                                default -> FormText.NOTHING;
                            })
                            .orElseGet(() -> held(caption, track)));
        }

        private TitleStyle style() {
            return out.profile().titleStyle();
        }

        private FormText names(Optional<Names> names, Caption caption) {
            return names.map(all -> people(all.list(), caption)).orElse(FormText.NOTHING);
        }

        private FormText people(List<String> names, Caption caption) {
            return names.isEmpty()
                    ? FormText.NOTHING
                    : FormText.names(names, caption.writing(), out.subject().people());
        }

        private FormText genres(Optional<Terms> genres, Caption caption) {
            if (genres.isEmpty()) return FormText.NOTHING;
            List<String> ours = genres.get().list();
            List<String> theirs = ours.stream().map(out.profile()::genreWord).toList();
            FormText text = FormText.list(theirs, caption.writing());
            return ours.equals(theirs) ? text : text.noted("Their word for %s.".formatted(String.join(", ", ours)));
        }

        private FormText outlets(Release release, Caption caption) {
            try {
                List<String> names = out.profile().outletsFor(release);
                return names.isEmpty() ? FormText.NOTHING : FormText.list(names, caption.writing());
            } catch (IllegalArgumentException noneServed) {
                return new FormText("", "", noneServed.getMessage() + ".");
            }
        }

        private FormText length(Caption caption, Track track) {
            return track.master()
                    .map(out.subject().audio()::get)
                    .map(audio -> new PlayingTime(audio.milliseconds()))
                    .map(time ->
                            FormText.of(FormText.time(time, caption.writing().time())))
                    .orElse(FormText.NOTHING);
        }

        private static FormText share(Optional<Share> share, Caption caption) {
            return share.map(part -> FormText.share(part, caption.writing())).orElse(FormText.NOTHING);
        }

        private static FormText file(Optional<Outgoing.SentFile> file) {
            return file.map(sent -> FormText.of(sent.uri().substring(sent.uri().lastIndexOf('/') + 1)))
                    .orElse(new FormText("", "", "No copy of it is written yet."));
        }

        private FormText held(Caption caption, Track track) {
            Field<?> field = caption.field().orElseThrow();
            return written(
                    caption, out.release().holds(track, field), out.release().text(track, field));
        }

        private FormText fact(Caption caption, Facts facts) {
            Field<?> field = caption.field().orElseThrow();
            return written(caption, facts.get(field), facts.text(field));
        }

        private FormText written(Caption caption, Optional<?> value, @Nullable String canonical) {
            return value.map(given -> FormText.of(
                            given,
                            Objects.toString(canonical, ""),
                            caption.writing(),
                            out.subject().people()))
                    .orElse(FormText.NOTHING);
        }

        private static Entry entry(Caption caption, int track, String writer, Supplier<FormText> writing) {
            String key = key(track, writer, caption.name());
            Optional<String> impossible = caption.problem();
            FormText text = impossible.isPresent() ? FormText.NOTHING : writing.get();
            if (caption.entered() == Caption.Entered.TICKED) text = ticked(text);
            String problem = impossible.orElse(text.problem());
            if (problem.isEmpty() && text.text().isEmpty() && caption.needed())
                problem = "Missing; the form requires it.";
            int over = caption.limit() == 0
                    ? 0
                    : text.text().codePointCount(0, text.text().length()) - caption.limit();
            if (problem.isEmpty() && over > 0)
                problem = "%,d %s over the form’s limit of %,d."
                        .formatted(over, over == 1 ? "character" : "characters", caption.limit());
            return new Entry(key, caption, track, writer, text.text(), text.note(), problem, about(caption));
        }

        /** A box is ticked or not: nothing else can be done with it. */
        private static FormText ticked(FormText text) {
            String said = text.text();
            return said.isEmpty() || said.equals("yes") || said.equals("no")
                    ? text
                    : new FormText(
                            said,
                            text.note(),
                            "This caption is a tick box; choose whether “%s” means ticked.".formatted(said));
        }

        private static Optional<Field<?>> about(Caption caption) {
            Optional<Field<?>> field = caption.formFact().map(FormFact::about);
            if (field.isEmpty()) return caption.field();
            if (caption.per() != Caption.Per.RELEASE) return field;
            if (field.get() == Fields.TRACK_TITLE) return Optional.of(Fields.RELEASE_TITLE);
            return field.get().carriedFrom().<Field<?>>map(from -> from).or(() -> field);
        }
    }
}
