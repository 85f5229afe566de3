package greenladder.trace.papers;

import greenladder.core.change.Problems;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.trace.BugOfCheck;
import greenladder.core.trace.ChangeTest;
import greenladder.core.trace.CloseRound;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.NewRound;
import greenladder.core.trace.NoteResult;
import greenladder.core.trace.RemovePaper;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Tests, and rounds of them that several people go through. */
@Controller
class TestsController {
    private static final int LONGEST = 200_000;

    private final TestPages pages;
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

    TestsController(TestPages pages, SnapshotKeeper keeper, CommandGateway gateway) {
        this.pages = pages;
        this.keeper = keeper;
        this.gateway = gateway;
    }

    /** A test as it is typed: its steps a line each, what is expected behind an arrow. */
    record TestForm(
            @Nullable String name,
            @Nullable String steps,
            @Nullable String covers,
            @Nullable String groups) {}

    @GetMapping("/{product:[A-Z]{2,5}}/tests")
    String tests(
            ViewContext context,
            @RequestParam(defaultValue = "") String round,
            @RequestParam(defaultValue = "") String in,
            Screen screen) {
        return screen.of(View.TESTS, context, pages.page(context, round, in));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/tests")
    ResponseEntity<String> write(ViewContext context, TestForm form) {
        var test = read("", context.product().code(), form);
        return Answers.made(
                "Written", gateway.submit(context.reader(), new KeepPaper(test, test.covers())));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/tests/{test}")
    ResponseEntity<String> change(
            @PathVariable String test, TestForm form, @AuthenticationPrincipal SignedIn me) {
        var before = find(me, test);
        var after = read(before.key(), before.product(), form);
        return Answers.noted("Saved", gateway.submit(me, ChangeTest.of(before, after)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/tests/{test}/remove")
    ResponseEntity<String> remove(@PathVariable String test, @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Removed", gateway.submit(me, new RemovePaper(find(me, test).planKey())));
    }

    private TestCase find(SignedIn me, String key) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.TEST, key, TestCase.class);
    }

    private static TestCase read(String key, String product, TestForm form) {
        return new TestCase(
                key,
                product,
                line(form.name()),
                text(form.steps())
                        .lines()
                        .map(line -> line.split("→|=>", 2))
                        .filter(parts -> !line(parts[0]).isEmpty())
                        .map(parts ->
                                new TestCase.Step(
                                        line(parts[0]), parts.length < 2 ? "" : line(parts[1])))
                        .toList(),
                covers(text(form.covers())),
                Arrays.stream(text(form.groups()).split("/"))
                        .map(TestsController::line)
                        .filter(group -> !group.isEmpty())
                        .toList());
    }

    private static String text(@Nullable String text) {
        if (text != null && text.length() > LONGEST) {
            throw new Failure.Invalid(Problems.of("steps", "This is too long."));
        }
        return text == null ? "" : text;
    }

    private static String line(@Nullable String text) {
        return text(text).strip().replaceAll("\\s+", " ");
    }

    private static Set<ItemKey> covers(String text) {
        return Arrays.stream(text.split("[\\s,;]+"))
                .filter(key -> !key.isEmpty())
                .map(key ->
                        ItemKey.parse(key)
                                .orElseThrow(() ->
                                        new Failure.Invalid(
                                                Problems.of(
                                                        "covers",
                                                        "What it covers are keys of items, such as"
                                                                + " MSF12."))))
                .collect(Collectors.toUnmodifiableSet());
    }

    private static List<String> covering(ViewContext context, String items) {
        var tests = PickedItems.read(context.snapshot(), items).tests();
        if (tests.isEmpty()) {
            throw FormValues.invalid("covering", "No test covers these items yet.");
        }
        return tests;
    }

    /**
     * Starts a round of all tests, or of some.
     *
     * @param covering keys of items whose tests alone are taken; empty for any
     */
    @PostMapping("/{product:[A-Z]{2,5}}/rounds")
    ResponseEntity<String> start(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String in,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "false") boolean failed,
            @RequestParam(defaultValue = "") String covering) {
        var groups = in.isBlank() ? List.<String>of() : List.of(in.split(TestPages.BETWEEN));
        var saved =
                gateway.submit(
                        context.reader(),
                        new NewRound(
                                context.product().code(),
                                name,
                                failed
                                        ? failed(context, from)
                                        : covering.isBlank()
                                                ? List.of()
                                                : covering(context, covering),
                                groups,
                                from.isEmpty() ? null : from,
                                context.reader().handle()));
        return Answers.leadTo(
                "/%s/tests?round=%s"
                        .formatted(
                                context.product().code(),
                                saved.plans().getFirst().subject().key()));
    }

    /** The tests of a round that failed in it and are still there. */
    private static List<String> failed(ViewContext context, String round) {
        var papers = context.snapshot().workspace().papers();
        var it = Lookups.paper(context.snapshot(), PlanKey.Kind.ROUND, round, Round.class);
        var failed =
                it.results().entrySet().stream()
                        .filter(one -> !one.getValue().passed())
                        .map(Map.Entry::getKey)
                        .filter(test -> papers.findTest(test).isPresent())
                        .toList();
        if (failed.isEmpty()) {
            throw new Failure.Invalid(Problems.of("name", "Nothing failed in this round."));
        }
        return failed;
    }

    @PostMapping("/{product:[A-Z]{2,5}}/rounds/{round}/result")
    ResponseEntity<String> result(
            @PathVariable String round,
            @RequestParam String test,
            @RequestParam(defaultValue = "") String passed,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(required = false) @Nullable String seen,
            @AuthenticationPrincipal SignedIn me) {
        var result = passed.isEmpty() ? null : Boolean.valueOf(passed.equals("yes"));
        return Answers.noted(
                result == null ? "Open again" : result ? "Passed" : "Failed",
                gateway.submit(me, new NoteResult(round, test, result, words, me.handle(), seen)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/rounds/{round}/bug")
    ResponseEntity<String> bug(
            @PathVariable String round,
            @RequestParam String test,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done("Made", gateway.submit(me, new BugOfCheck(round, test)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/rounds/{round}/close")
    ResponseEntity<String> close(
            @PathVariable String round,
            @RequestParam boolean closed,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                closed ? "Closed" : "Open again",
                gateway.submit(me, new CloseRound(round, closed)));
    }
}
