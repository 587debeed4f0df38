package app.entrada.core.field.value;

import app.entrada.core.code.MalformedCode;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The types of values that fields have. */
public final class ValueTypes {
    /** Beyond any destination's limit; there to keep nonsense out, not to judge titles. */
    private static final int LONGEST_TEXT = 2000;

    private static final int LONGEST_LINES = 20_000;

    private static final Pattern CONTROL = Pattern.compile("[\\p{Cntrl}&&[^\\t\\n]]");
    private static final Pattern HALF = Pattern.compile("\\p{Cs}");
    private static final Set<String> LANGUAGES = Set.of(Locale.getISOLanguages());

    /** ISO 639-2 codes beyond languages: no linguistic content, several, undetermined. */
    private static final Map<String, String> SPECIAL_LANGUAGES =
            Map.of("zxx", "none", "mul", "several", "und", "undetermined");

    private ValueTypes() {}

    /** One line of Unicode text, outer white space removed, at most 2,000 characters. */
    public static final ValueType<String> TEXT = simple("text", ValueTypes::text, Function.identity());

    /** Several lines of Unicode text, at most 20,000 characters. */
    public static final ValueType<String> LONG_TEXT = simple("long-text", ValueTypes::lines, Function.identity());

    /**
     * A name of somebody: a line of text as {@link #TEXT}, without the semicolon that stands between names. The one bound of
     * names, whether somebody is renamed or credited.
     */
    public static final ValueType<String> NAME = simple(
            "name",
            typed -> {
                String name = text(typed);
                if (name.indexOf(';') >= 0)
                    throw new MalformedValue("“%s” contains a semicolon, which separates names".formatted(name));
                return name;
            },
            Function.identity());

    /** Credited names in order. */
    public static final PeopleType<Names> NAMES = new PeopleType<>() {
        @Override
        public String name() {
            return "names";
        }

        @Override
        public List<PersonEntry> entries(Names value) {
            return value.list().stream()
                    .map(name -> new PersonEntry(name, "", null))
                    .toList();
        }

        @Override
        public Names of(List<PersonEntry> entries) {
            return new Names(PeopleType.bounded(entries).stream()
                    .map(PersonEntry::name)
                    .distinct()
                    .toList());
        }

        @Override
        public Names parse(String typed) {
            Names names = Names.parse(plain(typed));
            return of(entries(names));
        }

        @Override
        public String format(Names value) {
            return value.toString();
        }

        @Override
        public String display(Names value) {
            return value.sentence();
        }
    };

    /** Who did what on a recording: {@code Petra Vann: piano; Emil Castor-Bright: producer, mix}. */
    public static final PeopleType<List<Credit>> CREDITS = new PeopleList<>(
            "credits", Credit.KIND, credit -> credit.credited() + " (" + String.join(", ", credit.roles()) + ")");

    /** Who wrote a work: {@code Mira Tollgate: CA 50.00/50.00 via Low Lock Music}. */
    public static final PeopleType<List<Writer>> WRITERS = new PeopleList<>("writers", Writer.KIND, Writer::name);

    /** Who publishes a work: {@code Low Lock Music: E 50.00/50.00}. */
    public static final PeopleType<List<Publisher>> PUBLISHERS =
            new PeopleList<>("publishers", Publisher.KIND, Publisher::name);

    /** Who has a part of a recording's income: {@code Mira Tollgate: artist 60.00}. */
    public static final PeopleType<List<Participant>> PARTICIPANTS =
            new PeopleList<>("participants", Participant.KIND, Participant::name);

    /** Who belongs to a group: {@code Joss Amberley: 2014–2019}. */
    public static final PeopleType<List<Member>> MEMBERS = new PeopleList<>("members", Member.KIND, Member::name);

    /** Words in order, the main one first. */
    public static final ValueType<Terms> TERMS = new ValueType<>() {
        @Override
        public String name() {
            return "terms";
        }

        @Override
        public Terms parse(String typed) {
            return Terms.parse(text(typed));
        }

        @Override
        public String format(Terms value) {
            return value.toString();
        }

        @Override
        public String display(Terms value) {
            return String.join(", ", value.list());
        }
    };

    /** Phrases with semicolons between them, commas being part of them. */
    public static final ValueType<Terms> PHRASES =
            simple("phrases", typed -> Terms.parsePhrases(text(typed)), Terms::toString);

    /** Outlets by their distributor: {@code quay: Lantern, Tidebox}. */
    public static final ValueType<Outlets> OUTLETS =
            simple("outlets", typed -> Outlets.parse(lines(typed)), Outlets::toString);

    /** Somebody else's works in a work: {@code cover: Title / Writers}. */
    public static final ValueType<List<Origin>> ORIGINS = simple(
            "origins",
            typed -> Origin.parse(text(typed)),
            list -> list.stream().map(Origin::toString).collect(Collectors.joining("; ")));

    /** The words of a work by language. */
    public static final ValueType<Lyrics> LYRICS =
            simple("lyrics", typed -> Lyrics.parse(lines(typed)), Lyrics::toString);

    /** A date that may lack its day, or month and day. */
    public static final ValueType<PartialDate> PARTIAL_DATE =
            simple("partial-date", PartialDate::parse, PartialDate::toString);

    /** A whole number in a range. */
    public static ValueType<Integer> number(int least, int most) {
        return simple(
                "number",
                typed -> {
                    try {
                        int number = Integer.parseInt(typed.strip());
                        if (number >= least && number <= most) return number;
                    } catch (NumberFormatException notOne) {
                        // said below
                    }
                    throw new MalformedValue(
                            "“%s” is not a whole number from %,d to %,d".formatted(typed.strip(), least, most));
                },
                String::valueOf);
    }

    /** Web addresses in order, blanks between them; http and https only. */
    public static final ValueType<List<String>> LINKS = simple(
            "links",
            typed -> Arrays.stream(typed.strip().split("\\s+"))
                    .map(ValueTypes::link)
                    .distinct()
                    .toList(),
            links -> String.join(" ", links));

    private static final Pattern LINK = Pattern.compile("https?://[^\\s/?#]+\\.[^\\s/?#.]+(?:[/?#]\\S*)?");

    private static String link(String typed) {
        if (LINK.matcher(typed).matches()) return typed;
        throw new MalformedValue("“%s” is not a valid web address; expected: https://…".formatted(typed));
    }

    /** A day, ISO 8601; also read as {@code 12.2.2027} and {@code 12 Feb 2027}. */
    public static final ValueType<LocalDate> DATE = simple("date", ValueTypes::date, LocalDate::toString);

    /** A length or a point of time in a recording. */
    public static final ValueType<PlayingTime> TIME = simple("time", PlayingTime::parse, PlayingTime::toString);

    /** A P-line or C-line. */
    public static final ValueType<RightsLine> RIGHTS_LINE =
            simple("rights-line", RightsLine::parse, RightsLine::toString);

    /** Countries. */
    public static final ValueType<Territories> TERRITORIES =
            simple("territories", Territories::parse, Territories::toString);

    /** A stored file. */
    public static final ValueType<Sha256> FILE = simple("file", Sha256::new, Sha256::toString);

    /** Pictures beside the front cover, in order. */
    public static final ValueType<List<FurtherPicture>> PICTURES = new ValueType<>() {
        @Override
        public String name() {
            return "pictures";
        }

        @Override
        public List<FurtherPicture> parse(String typed) {
            return FurtherPicture.parse(plain(typed));
        }

        @Override
        public String format(List<FurtherPicture> value) {
            return FurtherPicture.format(value);
        }

        @Override
        public String display(List<FurtherPicture> value) {
            return FurtherPicture.display(value);
        }
    };

    /** A running order. */
    public static final ValueType<RunningOrder> ORDER = internal("order", RunningOrder::parse, RunningOrder::toString);

    /** Another thing of this installation, by its number. */
    public static final ValueType<Long> REFERENCE = internal(
            "reference",
            typed -> {
                try {
                    return Long.valueOf(typed.strip());
                } catch (NumberFormatException none) {
                    throw new MalformedValue("“%s” is not a valid ID".formatted(typed));
                }
            },
            String::valueOf);

    /** Language of ISO 639-1 or one of {@code zxx}, {@code mul}, {@code und}. */
    public static final ValueType<String> LANGUAGE = new ValueType<>() {
        @Override
        public String name() {
            return "language";
        }

        @Override
        public String parse(String typed) {
            String code = typed.strip().toLowerCase(Locale.ROOT);
            if (SPECIAL_LANGUAGES.containsKey(code) || LANGUAGES.contains(code)) return code;
            for (var special : SPECIAL_LANGUAGES.entrySet())
                if (special.getValue().equals(code)) return special.getKey();
            for (String known : LANGUAGES)
                if (Locale.forLanguageTag(known)
                        .getDisplayLanguage(Locale.ENGLISH)
                        .equalsIgnoreCase(code)) return known;
            throw new MalformedValue(
                    "“%s” is not an ISO 639 language such as en, el or ja; use none for no words".formatted(typed));
        }

        @Override
        public String format(String code) {
            return code;
        }

        @Override
        public String display(String code) {
            return SPECIAL_LANGUAGES.getOrDefault(code, code);
        }
    };

    /** A country of ISO 3166-1, by its code or its English name. */
    public static final ValueType<String> COUNTRY = simple(
            "country",
            typed -> {
                String plain = typed.strip();
                for (String code : Locale.getISOCountries())
                    if (code.equalsIgnoreCase(plain)
                            || new Locale("", code)
                                    .getDisplayCountry(Locale.ENGLISH)
                                    .equalsIgnoreCase(plain)) return code;
                throw new MalformedValue("“%s” is not an ISO 3166-1 country such as DE or JP".formatted(plain));
            },
            Function.identity());

    private static final Pattern KEY_SHAPE =
            Pattern.compile("([A-Ga-g])\\s*([#♯b♭]?)\\s*(m|min|minor|major|maj|)\\.?", Pattern.CASE_INSENSITIVE);

    /** A key: tonic and mode, {@code C# minor}. */
    public static final ValueType<String> KEY = simple(
            "key",
            typed -> {
                var parts = KEY_SHAPE.matcher(typed.strip());
                if (!parts.matches())
                    throw new MalformedValue(
                            "“%s” is not a valid key; expected: C major, F# minor or Bbm".formatted(typed.strip()));
                String sign = parts.group(2).replace('♯', '#').replace('♭', 'b').toLowerCase(Locale.ROOT);
                String mode = parts.group(3);
                boolean minor = mode.equalsIgnoreCase("min") || mode.equalsIgnoreCase("minor") || mode.equals("m");
                return parts.group(1).toUpperCase(Locale.ROOT) + sign + (minor ? " minor" : " major");
            },
            Function.identity());

    /** English names of countries by code of ISO 3166-1, sorted by name. */
    public static Map<String, String> countries() {
        return sorted(Arrays.stream(Locale.getISOCountries())
                .collect(Collectors.toMap(
                        code -> code, code -> new Locale("", code).getDisplayCountry(Locale.ENGLISH))));
    }

    /** English names of languages by code of ISO 639-1, those beyond languages first. */
    public static Map<String, String> languages() {
        Map<String, String> all = new LinkedHashMap<>();
        all.put("zxx", "no words at all");
        all.put("mul", "several languages");
        all.put("und", "not known");
        all.putAll(sorted(LANGUAGES.stream()
                .collect(Collectors.toMap(
                        code -> code, code -> Locale.forLanguageTag(code).getDisplayLanguage(Locale.ENGLISH)))));
        return all;
    }

    private static Map<String, String> sorted(Map<String, String> named) {
        Map<String, String> sorted = new LinkedHashMap<>();
        named.entrySet().stream()
                .sorted(Map.Entry.comparingByValue())
                .forEach(each -> sorted.put(each.getKey(), each.getValue()));
        return sorted;
    }

    /** One of a fixed list of words. */
    public static ValueType<String> oneOf(String name, String... words) {
        List<String> allowed = List.of(words);
        return new Choice(name, allowed);
    }

    /** A choice; editors offer {@link #words()}. */
    public record Choice(String name, List<String> words) implements ValueType<String> {
        @Override
        public String parse(String typed) {
            String word = typed.strip().toLowerCase(Locale.ROOT);
            List<String> begins = words.stream()
                    .filter(w -> w.toLowerCase(Locale.ROOT).startsWith(word))
                    .toList();
            List<String> exact =
                    words.stream().filter(w -> w.equalsIgnoreCase(word)).toList();
            if (!exact.isEmpty()) return exact.get(0);
            if (begins.size() == 1) return begins.get(0);
            throw new MalformedValue("“%s” is not one of: %s".formatted(typed.strip(), String.join(", ", words)));
        }

        @Override
        public String format(String value) {
            return value;
        }
    }

    /** A code that may be wrong while the release is a draft. */
    public static <C> ValueType<DraftCode<C>> code(String name, Function<String, C> parse, Function<C, String> stored) {
        return new ValueType<>() {
            @Override
            public String name() {
                return name;
            }

            @Override
            public DraftCode<C> parse(String typed) {
                try {
                    C code = parse.apply(typed);
                    return new DraftCode<>(stored.apply(code), Optional.of(code));
                } catch (MalformedCode draft) {
                    return new DraftCode<>(text(typed), Optional.empty());
                }
            }

            @Override
            public String format(DraftCode<C> value) {
                return value.text();
            }

            @Override
            public String display(DraftCode<C> value) {
                return value.code().map(Object::toString).orElse(value.text());
            }
        };
    }

    private static <T> ValueType<T> internal(String name, Function<String, T> parse, Function<T, String> format) {
        return simple(name, parse, format, true);
    }

    private static <T> ValueType<T> simple(String name, Function<String, T> parse, Function<T, String> format) {
        return simple(name, parse, format, false);
    }

    private static <T> ValueType<T> simple(
            String name, Function<String, T> parse, Function<T, String> format, boolean internal) {
        return new ValueType<>() {
            @Override
            public String name() {
                return name;
            }

            @Override
            public T parse(String typed) {
                return parse.apply(typed);
            }

            @Override
            public String format(T value) {
                return format.apply(value);
            }

            @Override
            public boolean internal() {
                return internal;
            }
        };
    }

    /** The text without control characters, on one line. */
    static String plain(String typed) {
        return CONTROL.matcher(whole(typed).replace('\n', ' ').replace('\t', ' '))
                .replaceAll("")
                .strip();
    }

    /** Refuses halves of characters: no file, message or database can hold them. */
    private static String whole(String typed) {
        if (HALF.matcher(typed).find())
            throw new MalformedValue("The text contains a broken character; enter it again");
        return typed;
    }

    private static String lines(String typed) {
        String plain = CONTROL.matcher(whole(typed).replace("\r\n", "\n").replace('\r', '\n'))
                .replaceAll("")
                .strip();
        if (plain.length() > LONGEST_LINES)
            throw new MalformedValue(
                    "The text has %,d characters; at most %,d fit".formatted(plain.length(), LONGEST_LINES));
        if (plain.isEmpty()) throw new MalformedValue("The text contains no visible characters");
        return plain;
    }

    private static String text(String typed) {
        String plain = plain(typed);
        if (plain.length() > LONGEST_TEXT)
            throw new MalformedValue(
                    "The text has %,d characters; at most %,d fit".formatted(plain.length(), LONGEST_TEXT));
        if (plain.isEmpty()) throw new MalformedValue("The text contains no visible characters");
        return plain;
    }

    private static final List<String> MONTHS =
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
    private static final Pattern DAY_MONTH_YEAR =
            Pattern.compile("(\\d{1,2})[.\\s]+(\\d{1,2}|[a-z]{3,9})[.\\s]+(\\d{4})");

    private static LocalDate date(String typed) {
        String plain = typed.strip().toLowerCase(Locale.ROOT);
        try {
            var parts = DAY_MONTH_YEAR.matcher(plain);
            if (!parts.matches()) return LocalDate.parse(plain);
            String month = parts.group(2);
            int number = Character.isDigit(month.charAt(0))
                    ? Integer.parseInt(month)
                    : MONTHS.indexOf(month.substring(0, 3)) + 1;
            return LocalDate.of(Integer.parseInt(parts.group(3)), number, Integer.parseInt(parts.group(1)));
        } catch (DateTimeException notADay) {
            throw new MalformedValue(
                    "“%s” is not a valid date; expected: 2027-02-12 or 12 Feb 2027".formatted(typed.strip()));
        }
    }

    /** Words of a choice, empty for any other type; for editors and schemas. */
    public static List<String> wordsOf(ValueType<?> type) {
        return type instanceof Choice choice ? choice.words() : List.of();
    }

    /** A genre of a small neutral vocabulary; destinations map it to their own. Other words are kept: a rule judges. */
    public static final List<String> GENRES = Arrays.stream(
                    "Ambient,Blues,Choral,Classical,Country,Dance,Electronic,Experimental,Folk,Hip-hop,Jazz,Metal,Pop,Punk,Rock,Song,Soul,Spoken word,Traditional"
                            .split(","))
            .collect(Collectors.toUnmodifiableList());
}
