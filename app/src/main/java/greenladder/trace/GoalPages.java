package greenladder.trace;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.item.Course;
import greenladder.core.item.HealthNote;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.Measure;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.GoalEffort;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.trace.GoalPage.Elsewhere;
import greenladder.trace.GoalPage.Form;
import greenladder.trace.GoalPage.Goal;
import greenladder.trace.GoalPage.Health;
import greenladder.trace.GoalPage.Initiative;
import greenladder.trace.GoalPage.Initiatives;
import greenladder.trace.GoalPage.Rule;
import greenladder.trace.GoalPage.Work;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of goals. */
@Component
class GoalPages {
    static final int RULE_WIDTH = 300;
    private static final int MARGIN = 8;
    private static final int TICKS = 20;
    private static final int STEM = 200;
    private static final int MOST_INITIATIVES = 12;
    private static final int INITIATIVE_STEM = 56;
    private static final int OLD_DAYS = 14;
    private static final int LINE_HEIGHT = 22;
    private static final int MOST_READINGS = 12;

    private final ItemPanels panels;
    private final Clock clock;

    GoalPages(ItemPanels panels, Clock clock) {
        this.panels = panels;
        this.clock = clock;
    }

    LocalDate today() {
        return LocalDate.now(clock);
    }

    GoalPage page(ViewContext context, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var top = GoalEffort.top(product);
        var effort = GoalEffort.of(snapshot);
        var url = "/%s/goals".formatted(product.code());
        var beside = panels.beside(context, url, at);
        return new GoalPage(
                product.code(),
                beside.url(),
                context.operation(),
                words(snapshot, product, effort.total()),
                context.reader().mayIn(product.code(), Permission.SHAPE),
                top.key(),
                snapshot.inOrder(product, top).live().stream()
                        .map(node -> goal(snapshot, node, effort))
                        .toList(),
                elsewhere(snapshot, product, effort),
                without(effort),
                beside.panel());
    }

    /** What the product comes to, as everywhere, and beside it all that shares can come from. */
    private static String words(Snapshot snapshot, Product product, GoalEffort.Sum all) {
        var own = snapshot.totalOf(product.code());
        var words =
                "%s of %s points done"
                        .formatted(
                                Words.of(own.points().done()),
                                Words.of(Objects.requireNonNullElse(own.effective(), Amount.ZERO)));
        return snapshot.products().size() == 1
                ? words
                : "%s; %s of %s in all products"
                        .formatted(words, Words.score(all.done()), Words.score(all.effort()));
    }

    /** The node of a goal that stands on a page. */
    Node node(ViewContext context, Goal goal) {
        return context.snapshot().requireNode(ItemKey.parse(goal.key()).orElseThrow());
    }

    private static List<Elsewhere> elsewhere(
            Snapshot snapshot, Product product, GoalEffort effort) {
        return snapshot.products().stream()
                .filter(other -> !other.equals(product))
                .filter(other -> effort.ofProduct(other.code()).points() > 0)
                .map(other ->
                        new Elsewhere(
                                other.code(),
                                other.name(),
                                work(effort.ofProduct(other.code()), effort.total(), null)))
                .toList();
    }

    private static @Nullable Work without(GoalEffort effort) {
        var sum = effort.withoutGoal();
        return sum.items() == 0 && sum.points() == 0 ? null : work(sum, effort.total(), null);
    }

    private Goal goal(Snapshot snapshot, Node node, GoalEffort effort) {
        var item = node.item();
        var sum = Objects.requireNonNull(effort.find(item.key()));
        var course = item.details().course();
        return new Goal(
                item.key().toString(),
                item.title(),
                Stream.of(
                                snapshot.findPerson(item.assignee()).map(Person::name),
                                Optional.ofNullable(item.finish())
                                        .map(day -> "by " + Words.day(day)))
                        .flatMap(Optional::stream)
                        .reduce((a, b) -> a + " · " + b)
                        .orElse(""),
                course.measure() == null ? null : rule(course.measure(), course),
                work(sum, effort.total(), node.rollUp()),
                health(snapshot, node),
                initiatives(snapshot, node),
                trouble(node.rollUp(), item),
                form(course));
    }

    private static Work work(GoalEffort.Sum sum, GoalEffort.Sum all, @Nullable RollUp rollUp) {
        double whole = Math.max(1, sum.points());
        double inner = STEM - 2.0;
        double done = sum.donePoints() / whole * inner;
        double begun = Math.min(inner - done, sum.begunPoints() / whole * inner);
        int share = all.points() == 0 ? 0 : (int) Math.round(100.0 * sum.points() / all.points());
        var words =
                "%s of %s points%s"
                        .formatted(
                                Words.score(sum.done()),
                                Words.score(sum.effort()),
                                rollUp == null || rollUp.unsized() == 0
                                        ? ""
                                        : ", %d not sized".formatted(rollUp.unsized()));
        return new Work(
                new Stem(
                        STEM,
                        done,
                        1 + done,
                        begun,
                        1 + inner,
                        0,
                        rollUp != null && rollUp.blocked() > 0,
                        words),
                words,
                rollUp == null ? "" : withoutShares(sum, rollUp),
                share,
                share + " % of all effort");
    }

    /** Why the Ladder says something else: it counts what stands below, without shares. */
    private static String withoutShares(GoalEffort.Sum sum, RollUp rollUp) {
        var below = Objects.requireNonNullElse(rollUp.effective(), Amount.ZERO);
        var done = rollUp.points().done();
        return sum.effort().compareTo(below.toDecimal()) == 0
                        && sum.done().compareTo(done.toDecimal()) == 0
                ? ""
                : "%s of %s stand below it; the rest is what shares give and take"
                        .formatted(Words.of(done), Words.of(below));
    }

    /** What stands right below a goal, then what gives it a share. */
    private static Initiatives initiatives(Snapshot snapshot, Node node) {
        var below = node.children().stream().filter(child -> !child.item().isDropped());
        var shares = new LinkedHashMap<ItemKey, String>();
        new Links(snapshot)
                .to(node.item()).stream()
                        .filter(linked -> linked.link().type() == LinkType.CONTRIBUTES_TO)
                        .forEach(linked ->
                                shares.put(
                                        linked.from().key(),
                                        linked.link().share() == null
                                                ? ""
                                                : Words.of(linked.link().share()) + " % of it"));
        var all =
                Stream.concat(
                                below,
                                shares.keySet().stream()
                                        .flatMap(key -> snapshot.findNode(key).stream()))
                        .distinct()
                        .toList();
        return new Initiatives(
                all.stream()
                        .limit(MOST_INITIATIVES)
                        .map(one ->
                                new Initiative(
                                        one.item().key().toString(),
                                        one.item().title(),
                                        Stem.byPoints(one.rollUp(), INITIATIVE_STEM),
                                        shares.getOrDefault(one.item().key(), "")))
                        .toList(),
                Math.max(0, all.size() - MOST_INITIATIVES));
    }

    private static String trouble(RollUp rollUp, Item item) {
        var words = new ArrayList<String>();
        if (rollUp.blocked() > 0) {
            words.add(Words.count(rollUp.blocked(), "item") + " blocked");
        }
        rollUp.slipDays(item)
                .filter(days -> days > 0)
                .ifPresent(days ->
                        words.add(
                                "work ends %s after it should"
                                        .formatted(Words.count(days, "day"))));
        return String.join(", ", words);
    }

    private static Rule rule(Measure measure, Course course) {
        int right = RULE_WIDTH - MARGIN;
        double least = Math.min(number(measure.from()), number(measure.target()));
        double most = Math.max(number(measure.from()), number(measure.target()));
        var axis =
                measure.isDownwards()
                        ? Axis.linear(least, most, right, MARGIN)
                        : Axis.linear(least, most, MARGIN, right);
        var ticks = new ArrayList<Integer>();
        for (int i = 0; i <= TICKS; i++) {
            ticks.add(MARGIN + (right - MARGIN) * i / TICKS);
        }
        var readings =
                course.readings().entrySet().stream()
                        .skip(Math.max(0, course.readings().size() - MOST_READINGS))
                        .map(one ->
                                new Tick(
                                        place(axis, number(one.getValue()), least, most),
                                        Words.of(one.getValue())
                                                + " on "
                                                + Words.day(one.getKey())))
                        .toList();
        var latest = course.latest();
        var now = latest.map(Map.Entry::getValue).map(GoalPages::number).orElse(null);
        return new Rule(
                measure.unit(),
                Words.of(measure.from()),
                Words.of(measure.target()),
                ticks,
                readings,
                now == null ? null : place(axis, now, least, most),
                now != null && (now < least || now > most),
                latest.map(one ->
                                "%s %s".formatted(Words.of(one.getValue()), measure.unit()).strip())
                        .orElse("not read yet"),
                line(course, least, most),
                "From %s to %s %s, now %s%s"
                        .formatted(
                                Words.of(measure.from()),
                                Words.of(measure.target()),
                                measure.unit(),
                                latest.map(one -> Words.of(one.getValue())).orElse("not read"),
                                course.attainment()
                                        .map(part ->
                                                ": %d %% of the way"
                                                        .formatted(Math.round(part * 100)))
                                        .orElse("")));
    }

    private static int place(Axis axis, double value, double least, double most) {
        return axis.at(Math.clamp(value, least, most));
    }

    /** The readings over time, small; empty where there are not two. */
    private static String line(Course course, double least, double most) {
        var readings = course.readings();
        if (readings.size() < 2) {
            return "";
        }
        double low =
                Math.min(
                        least,
                        readings.values().stream().mapToDouble(GoalPages::number).min().orElse(0));
        double high =
                Math.max(
                        most,
                        readings.values().stream().mapToDouble(GoalPages::number).max().orElse(1));
        var across =
                Axis.linear(
                        readings.firstKey().toEpochDay(),
                        readings.lastKey().toEpochDay(),
                        MARGIN,
                        RULE_WIDTH - MARGIN);
        var up = Axis.linear(low, high, LINE_HEIGHT, 2);
        var path = new StringBuilder();
        readings.forEach((day, value) ->
                path.append(path.isEmpty() ? "M" : " L")
                        .append(across.at(day.toEpochDay()))
                        .append(' ')
                        .append(up.at(number(value))));
        return path.toString();
    }

    private static double number(Amount amount) {
        return amount.toDecimal().doubleValue();
    }

    private Health health(Snapshot snapshot, Node node) {
        var item = node.item();
        var course = item.details().course();
        var series =
                course.health().reversed().stream().map(note -> inWords(snapshot, note)).toList();
        var suggested = suggested(node);
        if (course.lastHealth().isEmpty()) {
            return new Health("", "", "", "No note of health yet.", suggested, series);
        }
        var note = course.lastHealth().get();
        long days = Duration.between(note.at(), clock.instant()).toDays();
        return new Health(
                Words.capital(note.state().word()),
                note.state().word().replace(' ', '-'),
                note.words(),
                "%s, %s".formatted(name(snapshot, note), Words.day(day(snapshot, note))),
                days > OLD_DAYS && !item.isDone()
                        ? "Said %d days ago. %s".formatted(days, suggested).strip()
                        : "",
                series);
    }

    private static String name(Snapshot snapshot, HealthNote note) {
        return snapshot.findPerson(note.who()).map(Person::name).orElse(note.who());
    }

    private static LocalDate day(Snapshot snapshot, HealthNote note) {
        return snapshot.workspace().dayOf(note.at());
    }

    private static String inWords(Snapshot snapshot, HealthNote note) {
        return "%s: %s%s (%s)"
                .formatted(
                        Words.day(day(snapshot, note)),
                        note.state().word(),
                        note.words().isEmpty() ? "" : ", " + note.words(),
                        name(snapshot, note));
    }

    /** What the figures say; a person decides. */
    private static String suggested(Node node) {
        var item = node.item();
        long slip = node.rollUp().slipDays(item).orElse(0L);
        if (item.isDone()) {
            return "";
        }
        return slip > OLD_DAYS
                ? "The figures say off course: work ends %d days late.".formatted(slip)
                : slip > 0 || node.rollUp().blocked() > 0
                        ? "The figures say in doubt."
                        : "The figures say on course.";
    }

    private Form form(Course course) {
        var measure = course.measure();
        return new Form(
                measure == null ? "" : measure.from().toString(),
                measure == null ? "" : measure.target().toString(),
                measure == null ? "" : measure.unit(),
                today().toString(),
                course.readings().entrySet().stream()
                        .map(one -> Words.day(one.getKey()) + ": " + Words.of(one.getValue()))
                        .toList()
                        .reversed());
    }
}
