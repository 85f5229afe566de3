package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Suspicion;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.List;

/**
 * Why an item is there and how it goes, in its panel.
 *
 * @param goal which goal it serves; empty for a goal
 * @param parentChanged what says that its parent reads otherwise by now; empty where it does not
 * @param place by what that is confirmed
 * @param measure what is measured, in words; empty for nothing
 * @param readings the latest first
 * @param from as it stands in the form; so with target and unit
 * @param health what was said last; empty for nothing
 * @param said what was said before, the latest first
 */
public record ItemCourse(
        String goal,
        String parentChanged,
        String place,
        boolean mayConfirm,
        String measure,
        List<String> readings,
        String from,
        String target,
        String unit,
        String today,
        String health,
        List<String> said,
        boolean mayNote) {
    private static final int MOST = 30;

    static ItemCourse of(
            Snapshot snapshot, Item item, Rights rights, SignedIn reader, LocalDate today) {
        var course = item.details().course();
        var measure = course.measure();
        var suspicion = Suspicion.underParent(snapshot, item);
        var said =
                course.health().reversed().stream()
                        .limit(MOST)
                        .map(note ->
                                "%s: %s%s (%s)"
                                        .formatted(
                                                Words.day(snapshot.workspace().dayOf(note.at())),
                                                note.state().word(),
                                                note.words().isEmpty() ? "" : ", " + note.words(),
                                                snapshot.findPerson(note.who())
                                                        .map(Person::name)
                                                        .orElse(note.who())))
                        .toList();
        return new ItemCourse(
                GoalWords.of(snapshot, item),
                suspicion
                        .map(one -> "The text of %s changed since.".formatted(one.to()))
                        .orElse(""),
                suspicion.map(Suspicion::id).orElse(""),
                rights.mayEdit(reader, item, Field.LINKS),
                measure == null
                        ? ""
                        : "From %s to %s %s, now %s%s"
                                .formatted(
                                        Words.of(measure.from()),
                                        Words.of(measure.target()),
                                        measure.unit(),
                                        course.latest()
                                                .map(one -> Words.of(one.getValue()))
                                                .orElse("not read"),
                                        course.attainment()
                                                .map(part ->
                                                        ": %d %% of the way"
                                                                .formatted(Math.round(part * 100)))
                                                .orElse("")),
                course.readings().entrySet().stream()
                        .map(one -> Words.day(one.getKey()) + ": " + Words.of(one.getValue()))
                        .toList()
                        .reversed()
                        .stream()
                        .limit(MOST)
                        .toList(),
                measure == null ? "" : measure.from().toString(),
                measure == null ? "" : measure.target().toString(),
                measure == null ? "" : measure.unit(),
                today.toString(),
                said.isEmpty() ? "" : said.getFirst(),
                said.stream().skip(1).toList(),
                rights.mayShape(reader, item.key().product(), item.level()));
    }
}
