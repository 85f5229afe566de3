package greenladder.core.product;

import greenladder.core.item.CustomField;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.value.Amount;
import greenladder.core.value.FactText;
import greenladder.core.value.Facts;
import greenladder.core.workspace.PlanFacts;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Products as named texts, see {@link PlanFacts}. What is found by its key in items (fields,
 * templates) has it in the name of its fact; what counts by its place (levels, states, bands,
 * factors, checks) has a number there.
 */
public final class ProductFacts {
    private static final String NAME = "name";
    private static final String LEVEL = "level.";
    private static final String STATE = "state.";
    private static final String FIELD = "field.";
    private static final String TEMPLATE = "template.";
    private static final String PRESET = "preset.";
    private static final String CHILD = "child.";
    private static final String BAND = "band.";
    private static final String FACTOR = "factor.";
    private static final String CHECK = "check.";
    private static final String FORMULA = "formula";
    private static final String SCALE = "scale";
    private static final String RAISING_WITHDRAWN = "raisingWithdrawn";
    private static final String BAND_STAYS = "bandStays";
    private static final String DEFECTS = "defects";

    private ProductFacts() {}

    /** Whether a fact is one that administrators look after: the name, levels and states. */
    public static boolean isOfLevels(String fact) {
        return fact.equals(NAME) || fact.startsWith(LEVEL) || fact.startsWith(STATE);
    }

    /** The texts that one fact holds, for telling it in words. */
    public static List<String> parts(String text) {
        return FactText.split(text);
    }

    public static Map<String, String> of(Product product) {
        var facts = new HashMap<String, String>();
        facts.put(NAME, product.name());
        for (var level : product.levels().all()) {
            facts.put(numbered(LEVEL, level.index()), levelText(level));
            int place = 0;
            for (var state : level.states().all()) {
                facts.put(numbered(STATE + level.key() + ".", place++), stateText(state));
            }
        }
        int place = 0;
        for (var field : product.fields()) {
            facts.put(FIELD + field.key(), fieldText(field, place++));
        }
        place = 0;
        for (var template : product.templates()) {
            putTemplate(facts, template, place++);
        }
        putRefining(facts, product.refining());
        return facts;
    }

    public static Product read(String code, Map<String, String> facts) {
        return new Product(
                code,
                Facts.required(code, facts, NAME),
                levels(facts),
                fields(facts),
                templates(facts),
                refining(facts));
    }

    public static String stateText(State state) {
        return FactText.join(state.key(), state.category().name(), state.name());
    }

    public static State state(String text) {
        var parts = FactText.split(text);
        return new State(parts.get(0), parts.get(2), Category.valueOf(parts.get(1)));
    }

    private static String levelText(Level level) {
        return FactText.join(
                Stream.concat(
                        Stream.of(
                                level.key(),
                                level.name(),
                                level.plural(),
                                level.measure().name(),
                                Boolean.toString(level.followsChildren())),
                        level.kinds().stream()));
    }

    private static Levels levels(Map<String, String> facts) {
        var levels = new ArrayList<Level>();
        for (var text : inOrder(facts, LEVEL)) {
            var parts = FactText.split(text);
            levels.add(
                    new Level(
                            parts.get(0),
                            parts.get(1),
                            parts.get(2),
                            levels.size(),
                            Level.Measure.valueOf(parts.get(3)),
                            Boolean.parseBoolean(parts.get(4)),
                            parts.subList(5, parts.size()),
                            new States(
                                    inOrder(facts, STATE + parts.get(0) + ".").stream()
                                            .map(ProductFacts::state)
                                            .toList())));
        }
        return new Levels(levels);
    }

    private static String fieldText(CustomField field, int place) {
        return FactText.join(
                Stream.concat(
                        Stream.of(number(place), field.name(), field.type().name()),
                        field.choices().stream()));
    }

    private static List<CustomField> fields(Map<String, String> facts) {
        return byPlace(
                facts,
                FIELD,
                (key, parts) ->
                        new CustomField(
                                key,
                                parts.get(1),
                                CustomField.Type.valueOf(parts.get(2)),
                                parts.subList(3, parts.size())));
    }

    private static void putTemplate(Map<String, String> facts, Template template, int place) {
        var name = TEMPLATE + template.key();
        facts.put(
                name,
                FactText.join(
                        number(place),
                        template.name(),
                        template.level(),
                        template.kind(),
                        Objects.requireNonNullElse(template.defaultFor(), ""),
                        template.titlePrefix()));
        template.fields().forEach((field, text) -> facts.put(name + "." + PRESET + field, text));
        int child = 0;
        for (var title : template.children()) {
            facts.put(numbered(name + "." + CHILD, child++), title);
        }
    }

    private static List<Template> templates(Map<String, String> facts) {
        return byPlace(
                facts,
                TEMPLATE,
                (key, parts) ->
                        new Template(
                                key,
                                parts.get(1),
                                parts.get(2),
                                parts.get(3),
                                parts.get(4).isEmpty() ? null : parts.get(4),
                                parts.get(5),
                                after(facts, TEMPLATE + key + "." + PRESET),
                                inOrder(facts, TEMPLATE + key + "." + CHILD)));
    }

    private static void putRefining(Map<String, String> facts, Refining refining) {
        int place = 0;
        for (var band : refining.bands()) {
            facts.put(numbered(BAND, place++), FactText.join(band.key(), band.name()));
        }
        place = 0;
        for (var factor : refining.factors()) {
            facts.put(
                    numbered(FACTOR, place++),
                    FactText.join(
                            factor.key(),
                            factor.name(),
                            factor.low().toString(),
                            factor.high().toString()));
        }
        place = 0;
        for (var check : refining.checks()) {
            var limit = check.limit();
            facts.put(
                    numbered(CHECK, place++),
                    FactText.join(
                            check.key(),
                            check.name(),
                            check.kind().name(),
                            limit == null ? "" : limit.toString()));
        }
        facts.put(FORMULA, refining.formula());
        facts.put(SCALE, scaleText(refining.scale()));
        if (refining.raisingWithdrawn()) {
            facts.put(RAISING_WITHDRAWN, Facts.YES);
        }
        if (refining.bandStays()) {
            facts.put(BAND_STAYS, Facts.YES);
        }
        if (!refining.defects().equals(Refining.STANDARD.defects())) {
            facts.put(DEFECTS, FactText.join(refining.defects().toArray(String[]::new)));
        }
    }

    private static Refining refining(Map<String, String> facts) {
        var scale = facts.get(SCALE);
        if (scale == null) {
            return Refining.STANDARD;
        }
        return new Refining(
                rows(facts, BAND, parts -> new Band(parts.get(0), parts.get(1))),
                rows(
                        facts,
                        FACTOR,
                        parts ->
                                new Factor(
                                        parts.get(0),
                                        parts.get(1),
                                        amount(parts.get(2)),
                                        amount(parts.get(3)))),
                facts.getOrDefault(FORMULA, ""),
                scale(scale),
                rows(facts, CHECK, ProductFacts::check),
                facts.containsKey(RAISING_WITHDRAWN),
                facts.containsKey(BAND_STAYS),
                facts.containsKey(DEFECTS)
                        ? FactText.split(facts.get(DEFECTS)).stream()
                                .filter(kind -> !kind.isEmpty())
                                .toList()
                        : Refining.STANDARD.defects());
    }

    private static ReadyCheck check(List<String> parts) {
        return new ReadyCheck(
                parts.get(0),
                parts.get(1),
                ReadyCheck.Kind.valueOf(parts.get(2)),
                parts.get(3).isEmpty() ? null : amount(parts.get(3)));
    }

    private static String scaleText(Scale scale) {
        return FactText.join(
                Stream.concat(
                        Stream.of(scale.name(), scale.unit()),
                        scale.steps().stream()
                                .flatMap(step -> Stream.of(step.label(), step.size().toString()))));
    }

    private static Scale scale(String text) {
        var parts = FactText.split(text);
        var steps = new ArrayList<Scale.Step>();
        for (int i = 2; i + 1 < parts.size(); i += 2) {
            steps.add(new Scale.Step(parts.get(i), amount(parts.get(i + 1))));
        }
        return new Scale(parts.get(0), parts.get(1), steps);
    }

    private static Amount amount(String text) {
        return Amount.parse(text).orElseThrow();
    }

    private static String numbered(String prefix, int place) {
        return prefix + number(place);
    }

    private static String number(int place) {
        return "%03d".formatted(place);
    }

    private static <T> List<T> rows(
            Map<String, String> facts, String prefix, Function<List<String>, T> row) {
        return inOrder(facts, prefix).stream().map(FactText::split).map(row).toList();
    }

    /** The texts of facts that are numbered behind a prefix. */
    private static List<String> inOrder(Map<String, String> facts, String prefix) {
        return List.copyOf(after(facts, prefix).values());
    }

    /** Facts by what stands behind a prefix, in the order of that. */
    private static Map<String, String> after(Map<String, String> facts, String prefix) {
        var after = new TreeMap<String, String>();
        facts.forEach((name, text) -> {
            if (name.startsWith(prefix)) {
                after.put(name.substring(prefix.length()), text);
            }
        });
        return after;
    }

    private interface Keyed<T> {
        public T read(String key, List<String> parts);
    }

    /** What stands in facts with a key behind a prefix, by the place that each text begins with. */
    private static <T> List<T> byPlace(Map<String, String> facts, String prefix, Keyed<T> keyed) {
        return after(facts, prefix).entrySet().stream()
                .filter(fact -> fact.getKey().indexOf('.') < 0)
                .map(fact -> Map.entry(fact.getKey(), FactText.split(fact.getValue())))
                .sorted(Comparator.comparing(fact -> fact.getValue().getFirst()))
                .map(fact -> keyed.read(fact.getKey(), fact.getValue()))
                .toList();
    }
}
