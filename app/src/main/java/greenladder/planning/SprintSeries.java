package greenladder.planning;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.plan.KeepSprints;
import greenladder.core.plan.Sprints;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import greenladder.web.Failure;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Sprints one after the other, as somebody wants them made.
 *
 * @param days of each, both ends counted; the next begins on the day after so many weeks as they
 *     fill
 * @param name with {@code {n}} for a number that goes on, and {@code {team}} for the team's name
 * @param firstNumber null to count on from the team's last sprint
 */
public record SprintSeries(
        @Nullable LocalDate start,
        int days,
        int count,
        String name,
        String goal,
        @Nullable Integer firstNumber) {
    public static final String USUAL_NAME = "{team} {n}";
    public static final int USUAL_DAYS = 12;

    private static final int WEEK = 7;
    private static final int MOST_DAYS = 92;
    private static final int MOST_NUMBER = 100_000;
    private static final int LONGEST_NAME = 120;
    private static final Pattern NUMBER = Pattern.compile("(\\d{1,5})\\D*$");

    /** What is wrong with it, before any team is looked at. */
    List<Problem> problems() {
        var problems = new ArrayList<Problem>();
        if (start == null) {
            problems.add(new Problem("start", "The first day is needed, such as 2026-11-30."));
        } else if (start.getYear() < 1990 || start.getYear() > 2190) {
            problems.add(new Problem("start", "Days lie between the years 1990 and 2190."));
        }
        if (days < 1 || days > MOST_DAYS) {
            problems.add(
                    new Problem(
                            "days",
                            "A sprint is from 1 to %d days long, not %d."
                                    .formatted(MOST_DAYS, days)));
        }
        if (count < 1 || count > KeepSprints.MOST) {
            problems.add(
                    new Problem(
                            "count",
                            "From 1 to %d sprints are made at once, not %d."
                                    .formatted(KeepSprints.MOST, count)));
        }
        if (name.length() > LONGEST_NAME) {
            problems.add(
                    new Problem(
                            "name",
                            "A name of at most %d characters is needed.".formatted(LONGEST_NAME)));
        }
        if (firstNumber != null && (firstNumber < 0 || firstNumber > MOST_NUMBER)) {
            problems.add(new Problem("firstNumber", "Numbers go from 0 to 100,000."));
        }
        return problems;
    }

    /**
     * The first and last day of each.
     *
     * @throws Failure.Invalid if it cannot be made
     */
    public List<LocalDate[]> spans() {
        var problems = problems();
        if (!problems.isEmpty() || start == null) {
            throw new Failure.Invalid(new Problems(problems));
        }
        // A sprint of Monday to Friday of the week after is followed by one on the next Monday.
        int rest = days % WEEK;
        int step = rest == 0 || rest < 5 ? days : days + WEEK - rest;
        var spans = new ArrayList<LocalDate[]>();
        for (int i = 0; i < count; i++) {
            var first = start.plusDays((long) i * step);
            spans.add(new LocalDate[] {first, first.plusDays(days - 1L)});
        }
        return spans;
    }

    /** The sprints of one team, with keys that nobody has. */
    List<Sprint> of(Workspace workspace, Team team) {
        var made = new ArrayList<Sprint>();
        var all = workspace;
        int number = firstNumber == null ? lastNumber(workspace, team) + 1 : firstNumber;
        var pattern = name.isBlank() ? USUAL_NAME : name.strip();
        for (var span : spans()) {
            var sprint =
                    new Sprint(
                            Sprints.freeKey(all, team.key()),
                            team.key(),
                            named(pattern, team, number++),
                            span[0],
                            span[1],
                            null,
                            null,
                            SprintPlan.NONE.withGoal(goal.isBlank() ? null : goal.strip()));
            made.add(sprint);
            all = all.with(sprint);
        }
        return made;
    }

    private String named(String pattern, Team team, int number) {
        var numbered = count > 1 && !pattern.contains("{n}") ? pattern + " {n}" : pattern;
        return numbered.replaceAll("\\{n}", Matcher.quoteReplacement(Integer.toString(number)))
                .replaceAll("\\{team}", Matcher.quoteReplacement(team.name()));
    }

    private static int lastNumber(Workspace workspace, Team team) {
        var sprints = Sprints.of(workspace, team.key());
        return sprints.stream()
                .map(sprint -> NUMBER.matcher(sprint.name()))
                .filter(Matcher::find)
                .mapToInt(found -> Integer.parseInt(found.group(1)))
                .max()
                .orElse(0);
    }
}
