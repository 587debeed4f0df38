package app.entrada.core.check.rules;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A rule's parameters as a profile sets them; what it leaves out has the rule's default. */
public final class Params {
    /** Lead time where no destination says another. */
    public static final int USUAL_LEAD_DAYS = 21;

    private final Map<String, Object> values;
    private final int leadDays;

    /** At the usual lead time. */
    public Params(Rule rule, Map<String, Object> set) {
        this(rule, set, USUAL_LEAD_DAYS);
    }

    /**
     * @param set what the profile says beside the weight
     * @param leadDays the destination's lead time: a fact of the profile, whatever its rules
     * @throws IllegalArgumentException for a parameter the rule does not have, or of another type than its default
     */
    public Params(Rule rule, Map<String, Object> set, int leadDays) {
        this.leadDays = leadDays;
        values = new HashMap<>(rule.parameters());
        set.forEach((name, value) -> {
            Object standard = rule.parameters().get(name);
            if (standard == null)
                throw new IllegalArgumentException("Rule %s has no parameter “%s”; it has: %s"
                        .formatted(rule.id(), name, rule.parameters().keySet()));
            boolean sameKind = standard instanceof Number && value instanceof Number
                    || standard instanceof String && value instanceof String
                    || standard instanceof List && value instanceof List;
            if (!sameKind)
                throw new IllegalArgumentException("Parameter “%s” of rule %s is %s; expected: a value such as %s"
                        .formatted(name, rule.id(), value, standard));
            values.put(name, value);
        });
    }

    /** Days that the destination needs before a release is on sale. */
    public int leadDays() {
        return leadDays;
    }

    /** A whole number. */
    public long number(String name) {
        return ((Number) value(name)).longValue();
    }

    /** A number that may have decimals. */
    public double decimal(String name) {
        return ((Number) value(name)).doubleValue();
    }

    /** A number as the profile writes it. */
    public String plain(String name) {
        return String.valueOf(value(name));
    }

    /** A list of words. */
    public List<String> words(String name) {
        return ((List<?>) value(name)).stream().map(String::valueOf).toList();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Params params && values.equals(params.values) && leadDays == params.leadDays;
    }

    @Override
    public int hashCode() {
        return values.hashCode() * 31 + leadDays;
    }

    private Object value(String name) {
        Object value = values.get(name);
        if (value == null) throw new IllegalArgumentException("the rule has no setting called " + name);
        return value;
    }
}
