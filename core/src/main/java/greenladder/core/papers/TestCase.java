package greenladder.core.papers;

import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What somebody does to see whether something works.
 *
 * @param key such as {@code msf-t12}
 * @param name what is tried, in a line
 * @param covers the items that it stands for
 * @param groups where it belongs, the widest first; at most four
 */
public record TestCase(
        String key,
        String product,
        String name,
        List<Step> steps,
        Set<ItemKey> covers,
        List<String> groups)
        implements Paper {
    private static final String STEP = "step.";
    private static final String COVER = "cover.";
    private static final String GROUP = "group.";

    public TestCase {
        steps = List.copyOf(steps);
        covers = Set.copyOf(covers);
        groups = List.copyOf(groups);
    }

    /**
     * @param expect what should come of it
     */
    public record Step(String act, String expect) {}

    @Override
    public TestCase keyed(String other) {
        return new TestCase(other, product, name, steps, covers, groups);
    }

    @Override
    public Optional<Paper> withoutItems(Set<ItemKey> hidden) {
        if (covers.stream().noneMatch(hidden::contains)) {
            return Optional.of(this);
        }
        var seen = covers.stream().filter(item -> !hidden.contains(item)).toList();
        return seen.isEmpty()
                ? Optional.empty()
                : Optional.of(new TestCase(key, product, name, steps, Set.copyOf(seen), groups));
    }

    @Override
    public PlanKey planKey() {
        return new PlanKey(PlanKey.Kind.TEST, key);
    }

    @Override
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        for (int i = 0; i < steps.size(); i++) {
            facts.put(
                    "%s%03d".formatted(STEP, i), steps.get(i).act() + "\t" + steps.get(i).expect());
        }
        for (int i = 0; i < groups.size(); i++) {
            facts.put(GROUP + i, groups.get(i));
        }
        covers.forEach(item -> facts.put(COVER + item, Facts.YES));
        return facts;
    }

    static TestCase of(String key, Map<String, String> facts) {
        var steps = new ArrayList<Step>();
        var groups = new ArrayList<String>();
        var covers = new TreeSet<ItemKey>();
        new TreeMap<>(facts)
                .forEach((name, text) -> {
                    if (name.startsWith(STEP)) {
                        var parts = text.split("\t", 2);
                        steps.add(new Step(parts[0], parts[1]));
                    } else if (name.startsWith(GROUP)) {
                        groups.add(text);
                    } else if (name.startsWith(COVER)) {
                        covers.add(ItemKey.parse(name.substring(COVER.length())).orElseThrow());
                    }
                });
        return new TestCase(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                steps,
                covers,
                groups);
    }
}
