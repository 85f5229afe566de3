package greenladder.api.plans;

import greenladder.core.item.Milestone;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.Velocity;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.team.Calendar;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Parts of the plan and their figures, as programs get them. */
public final class PlanJson {
    private static final int DECIMALS = 6;

    private PlanJson() {}

    /**
     * @param capacity entered by hand, in points
     * @param state {@code planned}, {@code started} or {@code closed}
     */
    public record SprintJson(
            String id,
            String name,
            String team,
            LocalDate start,
            LocalDate finish,
            @Nullable String goal,
            @Nullable BigDecimal capacity,
            List<String> guests,
            List<String> away,
            List<String> agreed,
            String state,
            @Nullable Instant startedAt,
            @Nullable Instant closedAt) {
        public static SprintJson of(Sprint sprint) {
            var plan = sprint.plan();
            return new SprintJson(
                    sprint.key(),
                    sprint.name(),
                    sprint.team(),
                    sprint.start(),
                    sprint.finish(),
                    plan.goal(),
                    number(plan.capacity()),
                    List.copyOf(plan.guests()),
                    List.copyOf(plan.away()),
                    keys(plan.agreed()),
                    sprint.standing().label(),
                    sprint.startedAt(),
                    sprint.closedAt());
        }
    }

    public record MilestoneJson(String name, LocalDate date) {}

    public record ReleaseJson(
            String id,
            String product,
            List<String> products,
            String name,
            LocalDate date,
            @Nullable LocalDate start,
            @Nullable String goal,
            List<String> teams,
            String state,
            @Nullable Instant releasedAt,
            List<MilestoneJson> milestones) {
        public static ReleaseJson of(Release release) {
            return new ReleaseJson(
                    release.key(),
                    release.product(),
                    release.products(),
                    release.name(),
                    release.date(),
                    release.start(),
                    release.goal(),
                    release.teams(),
                    release.isReleased() ? "released" : "planned",
                    release.releasedAt(),
                    release.milestones().stream().map(PlanJson::milestone).toList());
        }
    }

    private static MilestoneJson milestone(Milestone one) {
        return new MilestoneJson(one.name(), one.date());
    }

    public record HolidayJson(LocalDate date, String name) {}

    public record DaysOffJson(LocalDate from, LocalDate to, String why) {}

    public record MemberJson(
            String person,
            BigDecimal hoursPerDay,
            @Nullable Integer share,
            List<Integer> weekdays,
            List<String> skills,
            Map<String, BigDecimal> skillHours,
            List<DaysOffJson> daysOff) {}

    public record CalendarJson(
            BigDecimal focus,
            List<Integer> weekdays,
            List<HolidayJson> holidays,
            List<MemberJson> members) {
        /**
         * @param people of the team; others of whom something is said come after them
         */
        public static CalendarJson of(Calendar calendar, List<String> people) {
            var all = new TreeMap<String, Calendar.Member>(calendar.members());
            people.forEach(person -> all.putIfAbsent(person, calendar.member(person)));
            return new CalendarJson(
                    calendar.focus().toDecimal(),
                    numbers(calendar.weekdays()),
                    calendar.holidays().entrySet().stream()
                            .map(one -> new HolidayJson(one.getKey(), one.getValue()))
                            .toList(),
                    all.entrySet().stream()
                            .map(one -> member(one.getKey(), one.getValue(), calendar))
                            .toList());
        }

        private static MemberJson member(String person, Calendar.Member member, Calendar calendar) {
            var hours = new LinkedHashMap<String, BigDecimal>();
            for (var skill : member.skills()) {
                if (skill.hoursPerDay() != null) {
                    hours.put(skill.name(), skill.hoursPerDay().toDecimal());
                }
            }
            return new MemberJson(
                    person,
                    member.hours().toDecimal(),
                    member.share(),
                    numbers(member.weekdays().isEmpty() ? calendar.weekdays() : member.weekdays()),
                    member.skills().stream().map(Calendar.Skill::name).toList(),
                    hours,
                    member.daysOff().stream()
                            .map(off -> new DaysOffJson(off.from(), off.to(), off.why()))
                            .toList());
        }

        private static List<Integer> numbers(Collection<DayOfWeek> days) {
            return days.stream().sorted().map(DayOfWeek::getValue).toList();
        }
    }

    public record ShareJson(int items, BigDecimal points, List<String> keys) {
        public static @Nullable ShareJson of(SprintReport.@Nullable Share share) {
            return share == null
                    ? null
                    : new ShareJson(
                            share.tally().items(),
                            share.tally().points().toDecimal(),
                            PlanJson.keys(share.items()));
        }
    }

    public record TallyJson(int items, BigDecimal points) {
        public static TallyJson of(Tally tally) {
            return new TallyJson(tally.items(), tally.points().toDecimal());
        }
    }

    public record ScopeChangeJson(String item, String what, BigDecimal points) {}

    public record DayJson(
            LocalDate date,
            boolean workingDay,
            @Nullable BigDecimal remaining,
            BigDecimal ideal,
            @Nullable BigDecimal scope,
            @Nullable BigDecimal done,
            @Nullable BigDecimal remainingHours,
            BigDecimal idealHours,
            List<ScopeChangeJson> changes) {}

    public record ReportJson(
            String state,
            @Nullable ShareJson committed,
            @Nullable ShareJson added,
            @Nullable ShareJson removed,
            @Nullable TallyJson resized,
            @Nullable ShareJson completed,
            @Nullable ShareJson carriedOver,
            @Nullable BigDecimal capacityPoints,
            List<DayJson> days) {
        public static ReportJson of(
                Sprint sprint, SprintReport report, @Nullable BigDecimal capacityPoints) {
            boolean begun = report.committed() != null;
            return new ReportJson(
                    sprint.standing().label(),
                    ShareJson.of(report.committed()),
                    begun ? ShareJson.of(report.added()) : null,
                    begun ? ShareJson.of(report.removed()) : null,
                    begun ? TallyJson.of(report.resized()) : null,
                    ShareJson.of(report.completed()),
                    ShareJson.of(report.carriedOver()),
                    number(capacityPoints),
                    report.days().stream().map(PlanJson::day).toList());
        }
    }

    private static DayJson day(SprintReport.Day day) {
        return new DayJson(
                day.date(),
                day.workingDay(),
                number(day.remaining()),
                Objects.requireNonNull(number(day.ideal())),
                number(day.scope()),
                number(day.done()),
                number(day.remainingHours()),
                Objects.requireNonNull(number(day.idealHours())),
                day.changes().stream()
                        .map(one ->
                                new ScopeChangeJson(
                                        one.item().toString(),
                                        one.what().label(),
                                        one.points().toDecimal()))
                        .toList());
    }

    public record TaskHoursJson(String key, @Nullable BigDecimal hours) {}

    public record NobodyJson(String key, @Nullable BigDecimal hours, @Nullable String skill) {}

    public record DayLoadJson(
            LocalDate date, BigDecimal hours, BigDecimal available, List<TaskHoursJson> tasks) {}

    public record PersonLoadJson(
            String person,
            @Nullable BigDecimal capacityHours,
            BigDecimal remainingHours,
            BigDecimal committedPoints,
            BigDecimal candidatePoints,
            List<DayLoadJson> days,
            List<TaskHoursJson> beyond) {}

    public record SkillLoadJson(
            String skill, @Nullable BigDecimal capacityHours, BigDecimal remainingHours) {}

    public record LoadJson(
            List<PersonLoadJson> people, List<SkillLoadJson> skills, List<NobodyJson> nobody) {
        public static LoadJson of(Load load) {
            return new LoadJson(
                    load.people().stream().map(LoadJson::person).toList(),
                    load.skills().stream()
                            .map(one ->
                                    new SkillLoadJson(
                                            one.skill(),
                                            number(one.capacity()),
                                            one.remaining().toDecimal()))
                            .toList(),
                    load.nobody().stream()
                            .map(one ->
                                    new NobodyJson(
                                            one.task().toString(),
                                            number(one.hours()),
                                            one.skill()))
                            .toList());
        }

        private static PersonLoadJson person(Load.OfPerson one) {
            return new PersonLoadJson(
                    one.person(),
                    number(one.capacity()),
                    one.remaining().toDecimal(),
                    one.committed().toDecimal(),
                    one.candidate().toDecimal(),
                    one.days().stream()
                            .map(day ->
                                    new DayLoadJson(
                                            day.date(),
                                            day.hours(),
                                            day.available(),
                                            day.tasks().stream()
                                                    .map(part ->
                                                            new TaskHoursJson(
                                                                    part.task().toString(),
                                                                    part.hours().toDecimal()))
                                                    .toList()))
                            .toList(),
                    tasks(one.beyond()));
        }

        private static List<TaskHoursJson> tasks(List<Load.TaskHours> tasks) {
            return tasks.stream()
                    .map(task -> new TaskHoursJson(task.task().toString(), number(task.hours())))
                    .toList();
        }
    }

    public record VelocitySprintJson(
            String id, String name, @Nullable BigDecimal committed, BigDecimal completed) {}

    public record VelocityJson(
            int window,
            List<VelocitySprintJson> sprints,
            @Nullable BigDecimal mean,
            @Nullable BigDecimal min,
            @Nullable BigDecimal max) {
        public static VelocityJson of(Velocity velocity) {
            return new VelocityJson(
                    velocity.window(),
                    velocity.sprints().stream()
                            .map(one ->
                                    new VelocitySprintJson(
                                            one.sprint().key(),
                                            one.sprint().name(),
                                            number(one.committed()),
                                            one.points().toDecimal()))
                            .toList(),
                    number(velocity.exactMean().orElse(null)),
                    number(velocity.least()),
                    number(velocity.most()));
        }
    }

    static List<String> keys(Collection<ItemKey> keys) {
        return keys.stream().map(ItemKey::toString).toList();
    }

    static @Nullable BigDecimal number(@Nullable Amount amount) {
        return amount == null ? null : amount.toDecimal();
    }

    /** As exact as programs need it, without zeros behind it. */
    static @Nullable BigDecimal number(@Nullable BigDecimal number) {
        if (number == null) {
            return null;
        }
        var rounded =
                number.round(MathContext.DECIMAL64)
                        .setScale(DECIMALS, RoundingMode.HALF_EVEN)
                        .stripTrailingZeros();
        return rounded.scale() < 0 ? rounded.setScale(0) : rounded;
    }
}
