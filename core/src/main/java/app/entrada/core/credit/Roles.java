package app.entrada.core.credit;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The trade's words for what people do on a recording. Others are taken as they are; what they are is then not known. */
public final class Roles {
    /** What a role is for the societies. */
    public enum RoleKind {
        /** Heard on the recording: a performer, who has neighbouring rights. */
        PERFORMANCE,
        /** Made the recording. */
        PRODUCTION
    }

    private record Role(RoleKind kind, String brief) {}

    private static final Map<String, Role> KNOWN = new LinkedHashMap<>();

    static {
        perform(
                "vocals",
                "voc",
                "lead vocals",
                "voc",
                "backing vocals",
                "b.voc",
                "spoken voice",
                "voice",
                "choir",
                "choir");
        perform(
                "guitar",
                "gtr",
                "acoustic guitar",
                "a.gtr",
                "electric guitar",
                "e.gtr",
                "bass",
                "bass",
                "double bass",
                "d.b");
        perform("drums", "dr", "percussion", "perc", "vibraphone", "vib", "marimba", "mar", "glockenspiel", "glock");
        perform("piano", "pno", "electric piano", "e.p", "organ", "org", "keyboards", "keys", "synthesizer", "syn");
        perform("accordion", "acc", "harmonium", "harm", "harpsichord", "hpd", "celesta", "cel");
        perform("violin", "vln", "viola", "vla", "cello", "vc", "harp", "harp", "strings", "str", "lute", "lute");
        perform("flute", "fl", "oboe", "ob", "clarinet", "cl", "bassoon", "bn", "saxophone", "sax", "recorder", "rec");
        perform("trumpet", "tpt", "trombone", "tbn", "horn", "hn", "tuba", "tba", "harmonica", "hca");
        perform("mandolin", "mdn", "banjo", "bjo", "ukulele", "uke", "zither", "zith", "programming", "prog");
        perform("turntables", "tt", "conductor", "cond", "ensemble", "ens", "orchestra", "orch", "host", "host");
        perform("guest", "guest", "narrator", "narr");
        produce("producer", "prod", "co-producer", "co-prod", "executive producer", "exec", "engineer", "eng");
        produce("recording", "rec.eng", "mix", "mix", "mastering", "mast", "remixer", "rmx", "arranger", "arr");
        produce("editor", "edit", "sound design", "s.des");
    }

    private Roles() {}

    private static void perform(String... rolesAndBriefs) {
        add(RoleKind.PERFORMANCE, rolesAndBriefs);
    }

    private static void produce(String... rolesAndBriefs) {
        add(RoleKind.PRODUCTION, rolesAndBriefs);
    }

    private static void add(RoleKind kind, String... rolesAndBriefs) {
        for (int i = 0; i < rolesAndBriefs.length; i += 2)
            KNOWN.put(rolesAndBriefs[i], new Role(kind, rolesAndBriefs[i + 1]));
    }

    /** All words, performances first. */
    public static List<String> known() {
        return List.copyOf(KNOWN.keySet());
    }

    /** What a role is; empty for a word that is not known. */
    public static Optional<RoleKind> kindOf(String role) {
        return Optional.ofNullable(KNOWN.get(role.toLowerCase(Locale.ROOT))).map(Role::kind);
    }

    /** Whether somebody with this role is heard. A word that is not known may be an instrument, and counts. */
    public static boolean performs(String role) {
        return kindOf(role).map(kind -> kind == RoleKind.PERFORMANCE).orElse(true);
    }

    /** The word cut short, for a narrow cell. */
    public static String brief(String role) {
        Role known = KNOWN.get(role.toLowerCase(Locale.ROOT));
        if (known != null) return known.brief;
        return role.length() <= 6 ? role : role.substring(0, 5) + ".";
    }
}
