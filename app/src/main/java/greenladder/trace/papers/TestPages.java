package greenladder.trace.papers;

import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.store.Rights;
import greenladder.trace.PaperEntry;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the page of tests, and that of a round of them. */
@Component
class TestPages {
    /** What stands between groups where they are written in a line. */
    static final String BETWEEN = " / ";

    private static final int MOST = 300;
    private static final int PAST = 4;
    private static final int WIDTH = 160;

    private final Rights rights;

    /**
     * @param groups the groups right below those that are looked into
     * @param past names of the last rounds, whose results stand beside each test; none in a round
     */
    record TestPage(
            String product,
            String url,
            long operation,
            List<PaperEntry> rounds,
            Head head,
            Progress progress,
            List<Group> groups,
            List<String> past,
            List<Check> checks,
            String cut,
            May may) {}

    /**
     * @param round key of the round that is gone through; empty where all tests are shown
     * @param about what it is, with when and by whom it was begun
     * @param within the groups that are looked into, in a line; empty for all
     */
    record Head(
            String round, String name, String about, boolean closed, String within, String upUrl) {}

    /** What the reader may do here. */
    record May(boolean work, boolean raiseBugs) {}

    /** How far a set of checks is. Lengths in pixels of 160. */
    record Progress(
            int all, int passed, int failed, int passedWidth, int failedWidth, String words) {
        static Progress of(List<Checked> checks) {
            int all = checks.size();
            int passed =
                    (int)
                            checks.stream()
                                    .filter(one -> one.result() != null && one.result().passed())
                                    .count();
            int failed =
                    (int)
                            checks.stream()
                                    .filter(one -> one.result() != null && !one.result().passed())
                                    .count();
            return new Progress(
                    all,
                    passed,
                    failed,
                    all == 0 ? 0 : passed * WIDTH / all,
                    all == 0 ? 0 : failed * WIDTH / all,
                    "%s: %d passed, %d failed, %d open"
                            .formatted(
                                    Words.count(all, "check"),
                                    passed,
                                    failed,
                                    all - passed - failed));
        }
    }

    record Group(String name, String url, Progress progress) {}

    /**
     * @param state "passed", "failed" or empty
     * @param seen the result, to say which one somebody saw
     * @param told who tried it and when; empty for nobody
     * @param bug key of what was made of it; empty for nothing
     * @param past what came of it in each of the last rounds
     * @param form what stands in the form that changes it; null where it is gone
     */
    record Check(
            String test,
            String title,
            List<String> steps,
            String groups,
            List<Covered> covers,
            String state,
            String seen,
            String told,
            String words,
            String bug,
            List<Mark> past,
            @Nullable Form form) {}

    /**
     * What came of a test in a round.
     *
     * @param state "passed", "failed", "open", or empty where it was not part of it
     */
    record Mark(String state, String words) {
        static Mark of(Snapshot snapshot, Round round, String test) {
            var result = round.results().get(test);
            if (result == null) {
                var state = round.checks().containsKey(test) ? "open" : "";
                return new Mark(state, state);
            }
            return new Mark(
                    result.passed() ? "passed" : "failed",
                    "%s, %s, %s"
                            .formatted(
                                    result.passed() ? "passed" : "failed",
                                    ChangeWords.nameOf(snapshot, result.who()),
                                    BaselinePages.day(snapshot, result.at())));
        }
    }

    record Covered(String key, String title) {}

    record Form(String name, String steps, String covers, String groups) {}

    /** A test, or what is left of it in a round. */
    private record Checked(
            String key,
            String name,
            @Nullable TestCase test,
            Round.@Nullable Result result,
            @Nullable ItemKey bug) {
        String groups() {
            return test == null ? "" : String.join(BETWEEN, test.groups());
        }
    }

    TestPages(Rights rights) {
        this.rights = rights;
    }

    TestPage page(ViewContext context, String of, String within) {
        var snapshot = context.snapshot();
        var papers = snapshot.workspace().papers();
        var code = context.product().code();
        var rounds = papers.of(code, Round.class).reversed();
        var round = rounds.stream().filter(one -> one.key().equals(of)).findFirst();
        var all = checked(snapshot, code, round);
        var scope =
                all.stream()
                        .filter(one -> isWithin(one.groups(), within))
                        .sorted(Comparator.comparing(Checked::groups).thenComparing(Checked::name))
                        .toList();
        var groups = groups(scope, within, code, round.map(Round::key).orElse(""));
        boolean rows = scope.size() <= MOST || groups.isEmpty();
        var past =
                round.isPresent()
                        ? List.<Round>of()
                        : rounds.stream().limit(PAST).toList().reversed();
        return new TestPage(
                code,
                url(code, round.map(Round::key).orElse(""), within),
                context.operation(),
                entries(snapshot, rounds, code, round),
                head(snapshot, code, round, within),
                Progress.of(scope),
                groups,
                past.stream().map(Round::name).toList(),
                rows
                        ? scope.stream().limit(MOST).map(one -> check(snapshot, one, past)).toList()
                        : List.of(),
                rows && scope.size() > MOST
                        ? "The first %d of %,d.".formatted(MOST, scope.size())
                        : "",
                new May(
                        context.reader().mayIn(code, Permission.WORK),
                        rights.mayAdd(
                                context.reader(),
                                context.product(),
                                context.product().levels().stories())));
    }

    private static Head head(Snapshot snapshot, String code, Optional<Round> round, String within) {
        var key = round.map(Round::key).orElse("");
        return new Head(
                key,
                round.map(Round::name).orElse("All tests"),
                round.map(one ->
                                "Started on %s by %s%s"
                                        .formatted(
                                                BaselinePages.day(snapshot, one.startedAt()),
                                                ChangeWords.nameOf(snapshot, one.by()),
                                                one.closedAt() == null
                                                        ? ""
                                                        : ", closed on "
                                                                + BaselinePages.day(
                                                                        snapshot, one.closedAt())))
                        .orElse("Each with its latest result"),
                round.filter(one -> one.closedAt() != null).isPresent(),
                within,
                within.isEmpty() ? "" : url(code, key, above(within)));
    }

    private static List<Checked> checked(Snapshot snapshot, String code, Optional<Round> round) {
        var papers = snapshot.workspace().papers();
        if (round.isEmpty()) {
            var last = papers.lastResults(code);
            return papers.of(code, TestCase.class).stream()
                    .map(test ->
                            new Checked(test.key(), test.name(), test, last.get(test.key()), null))
                    .toList();
        }
        var it = round.get();
        return it.checks().entrySet().stream()
                .map(check ->
                        new Checked(
                                check.getKey(),
                                check.getValue(),
                                papers.findTest(check.getKey()).orElse(null),
                                it.results().get(check.getKey()),
                                it.bugs().get(check.getKey())))
                .toList();
    }

    private static boolean isWithin(String groups, String within) {
        return within.isEmpty() || groups.equals(within) || groups.startsWith(within + BETWEEN);
    }

    private static String above(String within) {
        int last = within.lastIndexOf(BETWEEN);
        return last < 0 ? "" : within.substring(0, last);
    }

    private static List<Group> groups(
            List<Checked> scope, String within, String code, String round) {
        Map<String, List<Checked>> byName = new LinkedHashMap<>();
        for (var one : scope) {
            var rest =
                    one.groups().length() > within.length()
                            ? one.groups()
                                    .substring(
                                            within.isEmpty()
                                                    ? 0
                                                    : within.length() + BETWEEN.length())
                            : "";
            if (!rest.isEmpty()) {
                byName.computeIfAbsent(rest.split(BETWEEN, 2)[0], any -> new ArrayList<>())
                        .add(one);
            }
        }
        return byName.entrySet().stream()
                .map(one ->
                        new Group(
                                one.getKey(),
                                url(
                                        code,
                                        round,
                                        within.isEmpty()
                                                ? one.getKey()
                                                : within + BETWEEN + one.getKey()),
                                Progress.of(one.getValue())))
                .toList();
    }

    private static String url(String code, String round, String within) {
        return "/%s/tests?round=%s&in=%s"
                .formatted(code, round, UriUtils.encode(within, StandardCharsets.UTF_8));
    }

    private static List<PaperEntry> entries(
            Snapshot snapshot, List<Round> rounds, String code, Optional<Round> chosen) {
        var entries = new ArrayList<PaperEntry>();
        entries.add(
                new PaperEntry(
                        "All tests",
                        "with their latest results",
                        url(code, "", ""),
                        chosen.isEmpty()));
        for (var round : rounds) {
            entries.add(
                    new PaperEntry(
                            round.name(),
                            "%s, %d of %d done%s"
                                    .formatted(
                                            BaselinePages.day(snapshot, round.startedAt()),
                                            round.results().size(),
                                            round.checks().size(),
                                            round.closedAt() == null ? "" : ", closed"),
                            url(code, round.key(), ""),
                            chosen.filter(round::equals).isPresent()));
        }
        return entries;
    }

    private static Check check(Snapshot snapshot, Checked one, List<Round> past) {
        var test = one.test();
        var result = one.result();
        return new Check(
                one.key(),
                one.name(),
                test == null ? List.of() : test.steps().stream().map(TestPages::line).toList(),
                one.groups(),
                test == null
                        ? List.of()
                        : test.covers().stream()
                                .sorted()
                                .flatMap(key -> snapshot.findItem(key).stream())
                                .map(item -> new Covered(item.key().toString(), item.title()))
                                .toList(),
                result == null ? "" : result.passed() ? "passed" : "failed",
                result == null ? "" : result.asSeen(),
                result == null
                        ? ""
                        : "%s, %s"
                                .formatted(
                                        ChangeWords.nameOf(snapshot, result.who()),
                                        BaselinePages.day(snapshot, result.at())),
                result == null ? "" : result.words(),
                one.bug() == null || snapshot.findItem(one.bug()).isEmpty()
                        ? ""
                        : one.bug().toString(),
                past.stream().map(round -> Mark.of(snapshot, round, one.key())).toList(),
                test == null
                        ? null
                        : new Form(
                                test.name(),
                                String.join(
                                        "\n", test.steps().stream().map(TestPages::line).toList()),
                                String.join(
                                        " ",
                                        test.covers().stream()
                                                .sorted()
                                                .map(ItemKey::toString)
                                                .toList()),
                                one.groups()));
    }

    private static String line(TestCase.Step step) {
        return step.expect().isEmpty() ? step.act() : step.act() + " → " + step.expect();
    }
}
