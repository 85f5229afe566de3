package greenladder.core.team;

import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.product.ProductFacts;
import greenladder.core.value.Facts;
import greenladder.core.workspace.PlanFacts;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * People who work together, for one product or for several.
 *
 * @param key short and lasting, such as {@code lantern}
 * @param members sign-in names
 * @param products codes of the products that it works for
 * @param ownStates by the key of a level, where the team's items go through other states than the
 *     product says
 * @param calendar when it works, and what its members give
 * @param practice its board and the rules of its work
 */
public record Team(
        String key,
        String name,
        List<String> members,
        List<String> products,
        Map<String, States> ownStates,
        Calendar calendar,
        Practice practice) {
    private static final String MEMBER = "member.";
    private static final String PRODUCT = "product.";
    private static final String STATE = "state.";

    /** Stands for the states that a team has of its own, see {@link #isOfStates}. */
    public static final String STAGES = STATE;

    /** A fact that every calendar can have. */
    public static final String CALENDAR = CalendarFacts.FOCUS;

    public Team {
        members = List.copyOf(members);
        products = List.copyOf(products);
        ownStates = Map.copyOf(ownStates);
    }

    public Team(
            String key,
            String name,
            List<String> members,
            List<String> products,
            Map<String, States> ownStates) {
        this(key, name, members, products, ownStates, Calendar.USUAL, Practice.NONE);
    }

    public Team with(Calendar other) {
        return new Team(key, name, members, products, ownStates, other, practice);
    }

    public Team with(Practice other) {
        return new Team(key, name, members, products, ownStates, calendar, other);
    }

    /** The same team by another name, with other members, products and states. */
    public Team with(
            String otherName,
            List<String> otherMembers,
            List<String> otherProducts,
            Map<String, States> otherStates) {
        return new Team(
                key, otherName, otherMembers, otherProducts, otherStates, calendar, practice);
    }

    public static Team of(String key, Map<String, String> facts) {
        var members = new ArrayList<String>();
        var products = new ArrayList<String>();
        var states = new TreeMap<String, List<State>>();
        new TreeMap<>(facts)
                .forEach((name, text) -> {
                    if (name.startsWith(MEMBER)) {
                        members.add(name.substring(MEMBER.length()));
                    } else if (name.startsWith(PRODUCT)) {
                        products.add(name.substring(PRODUCT.length()));
                    } else if (name.startsWith(STATE)) {
                        var level = name.substring(STATE.length(), name.lastIndexOf('.'));
                        states.computeIfAbsent(level, any -> new ArrayList<>())
                                .add(ProductFacts.state(text));
                    }
                });
        var own = new HashMap<String, States>();
        states.forEach((level, all) -> own.put(level, new States(all)));
        return new Team(
                key,
                Facts.required(key, facts, "name"),
                members,
                products,
                own,
                Calendar.of(facts),
                Practice.of(facts));
    }

    /** Whether a fact is one of a team's calendar or of how it works, not of who it is. */
    public static boolean isOfWork(String fact) {
        return CalendarFacts.isOne(fact) || Practice.isOne(fact) || isOfStates(fact);
    }

    /** Whether a fact is one of the states that a team has of its own. */
    public static boolean isOfStates(String fact) {
        return fact.startsWith(STATE);
    }

    /** What it is by name, see {@link PlanFacts}. */
    public Map<String, String> facts() {
        var facts = new HashMap<>(calendar.facts());
        facts.putAll(practice.facts());
        facts.put("name", name);
        members.forEach(handle -> facts.put(MEMBER + handle, Facts.YES));
        products.forEach(code -> facts.put(PRODUCT + code, Facts.YES));
        ownStates.forEach((level, states) -> {
            int place = 0;
            for (var state : states.all()) {
                facts.put(
                        "%s%s.%03d".formatted(STATE, level, place++),
                        ProductFacts.stateText(state));
            }
        });
        return facts;
    }
}
