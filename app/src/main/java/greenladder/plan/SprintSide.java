package greenladder.plan;

import greenladder.core.plan.Availability;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.Velocity;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.plan.SprintPage.Bar;
import greenladder.plan.SprintPage.Busy;
import greenladder.plan.SprintPage.Figure;
import greenladder.plan.SprintPage.Outcome;
import greenladder.plan.SprintPage.Past;
import greenladder.plan.SprintPage.Person;
import greenladder.planning.SprintFigures;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes what stands beside a sprint: who is how busy, the last sprints, what became of it. */
@Component
class SprintSide {
    private final SprintFigures figures;

    SprintSide(SprintFigures figures) {
        this.figures = figures;
    }

    @Nullable Busy busy(Snapshot snapshot, Sprint it) {
        return it.isClosed() ? null : busy(snapshot, it, Load.of(snapshot, it, figures.today()));
    }

    Busy busy(Snapshot snapshot, Sprint it, Load load) {
        var most =
                load.people().stream()
                        .map(one -> one.capacity().max(one.remaining().toDecimal()))
                        .reduce(BigDecimal.ONE, BigDecimal::max);
        var people =
                load.people().stream()
                        .map(one ->
                                bar(
                                        one.person(),
                                        snapshot.findPerson(one.person())
                                                        .map(person -> person.name())
                                                        .orElse(one.person())
                                                + (one.inSprint() ? "" : ", not in the team"),
                                        one.remaining().toDecimal(),
                                        one.capacity(),
                                        most,
                                        points(one)))
                        .toList();
        var mostSkill =
                load.skills().stream()
                        .map(one -> one.capacity().max(one.remaining().toDecimal()))
                        .reduce(BigDecimal.ONE, BigDecimal::max);
        var skills =
                load.skills().stream()
                        .map(one ->
                                bar(
                                        one.skill(),
                                        one.skill(),
                                        one.remaining().toDecimal(),
                                        one.capacity(),
                                        mostSkill,
                                        ""))
                        .toList();
        var hours = Amount.ZERO;
        for (var task : load.nobody()) {
            hours = task.hours() == null ? hours : hours.plus(task.hours());
        }
        var team = snapshot.workspace().findTeam(it.team()).orElseThrow();
        return new Busy(
                people,
                skills,
                load.nobody().isEmpty()
                        ? ""
                        : "%s with nobody: %s h"
                                .formatted(
                                        Words.count(load.nobody().size(), "task"), Words.of(hours)),
                snapshot.workspace().membersAtWork(team).stream()
                        .flatMap(handle -> snapshot.findPerson(handle).stream())
                        .map(person -> new Person(person.handle(), person.name()))
                        .toList());
    }

    /** What the sprints of the velocity brought: beside, while the next one is planned. */
    List<Past> past(Snapshot snapshot, Product product, Velocity velocity) {
        var past = new ArrayList<Past>();
        for (var one : velocity.sprints()) {
            var sprint = one.sprint();
            var report = figures.report(snapshot, sprint);
            var bugs = Amount.ZERO;
            for (var key : report.completed().items()) {
                var node = snapshot.findNode(key);
                if (node.isPresent() && product.refining().isDefect(node.get().item().kind())) {
                    var own = SprintPart.ownPart(node.get());
                    bugs = own == null ? bugs : bugs.plus(own);
                }
            }
            var away = Availability.of(snapshot.workspace(), sprint).partlyAway().size();
            var carried = report.carriedOver().tally();
            var more = new ArrayList<String>();
            if (bugs.thousandths() > 0) {
                more.add(Words.of(bugs) + " of them bugs");
            }
            more.add(
                    carried.items() == 0
                            ? "nothing carried over"
                            : "%s carried over (%s)"
                                    .formatted(
                                            Words.count(carried.items(), "item"),
                                            Words.of(carried.points())));
            if (away > 0) {
                more.add(away + " away for a time");
            }
            past.add(
                    new Past(
                            sprint.name(),
                            SprintPages.url(product, sprint.key()),
                            one.committed() == null
                                    ? Words.of(one.points())
                                    : "%s of %s"
                                            .formatted(
                                                    Words.of(one.points()),
                                                    Words.of(one.committed())),
                            String.join(", ", more)));
        }
        return past;
    }

    private static String points(Load.OfPerson one) {
        var committed =
                one.committed().thousandths() == 0
                        ? ""
                        : Words.count(Words.of(one.committed()), "point");
        return one.candidate().thousandths() == 0
                ? committed
                : (committed.isEmpty() ? "0" : committed)
                        + " + "
                        + Words.of(one.candidate())
                        + " as candidates";
    }

    private static Bar bar(
            String key,
            String name,
            BigDecimal load,
            BigDecimal capacity,
            BigDecimal most,
            String points) {
        double share = 100 / most.doubleValue();
        double fits = Math.min(load.doubleValue(), capacity.doubleValue());
        double over = Math.max(0, load.doubleValue() - capacity.doubleValue());
        return new Bar(
                key,
                name,
                "%s of %s h".formatted(Words.score(load), Words.score(capacity)),
                over > 0 ? Words.score(BigDecimal.valueOf(over)) + " over" : "",
                Ruler.percent(fits * share),
                Ruler.percent(capacity.doubleValue() * share),
                Ruler.percent(fits * share),
                Ruler.percent(over * share),
                points);
    }

    @Nullable Outcome outcome(Snapshot snapshot, Sprint it) {
        if (it.startedAt() == null) {
            return null;
        }
        var report = figures.report(snapshot, it);
        if (report.committed() == null) {
            return null;
        }
        return new Outcome(
                List.of(
                        figure("Committed", report.committed()),
                        figure("Added", report.added()),
                        figure("Removed", report.removed()),
                        new Figure(
                                "Re-sized",
                                Integer.toString(report.resized().items()),
                                Words.signed(report.resized().points())),
                        figure("Completed", report.completed()),
                        figure(it.isClosed() ? "Carried over" : "Left", report.carriedOver())));
    }

    private static Figure figure(String label, SprintReport.Share share) {
        return new Figure(
                label, Integer.toString(share.tally().items()), Words.of(share.tally().points()));
    }
}
