package greenladder.work;

import greenladder.core.change.HandingOver;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.HandOver;
import greenladder.core.team.Practice;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.workspace.ItemDraft;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.words.ChangeWords;
import greenladder.words.HandOverWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Keeps the rules of a team's work, and tries what they would do. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/board/{team}/rules")
class BoardRulesController {
    private final Practices practices;

    BoardRulesController(Practices practices) {
        this.practices = practices;
    }

    @PostMapping("/hand-over")
    ResponseEntity<String> addHandOver(
            @PathVariable String team,
            @RequestParam String state,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String moveTo,
            @RequestParam(defaultValue = "no") String on,
            @AuthenticationPrincipal SignedIn me) {
        var place = Practices.place(state);
        boolean inUse = on.equals("yes");
        return added(
                me,
                team,
                inUse,
                practice -> {
                    var rules = new ArrayList<>(practice.handOvers());
                    rules.add(
                            new HandOver(
                                    freshKey(practice),
                                    place.level(),
                                    place.state(),
                                    taker(to),
                                    state(moveTo),
                                    inUse));
                    return practice.withRules(rules, practice.steps());
                });
    }

    @PostMapping("/step")
    ResponseEntity<String> addStep(
            @PathVariable String team,
            @RequestParam String state,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String who,
            @RequestParam(defaultValue = "no") String on,
            @AuthenticationPrincipal SignedIn me) {
        var place = Practices.place(state);
        boolean inUse = on.equals("yes");
        return added(
                me,
                team,
                inUse,
                practice -> {
                    var steps = new ArrayList<>(practice.steps());
                    steps.add(
                            new StepRule(
                                    freshKey(practice),
                                    place.level(),
                                    state(from),
                                    place.state(),
                                    taker(who),
                                    inUse));
                    return practice.withRules(practice.handOvers(), steps);
                });
    }

    private ResponseEntity<String> added(
            SignedIn me, String team, boolean inUse, UnaryOperator<Practice> adding) {
        return practices.keep(
                inUse ? "Rule added" : "Rule added, not in use yet", me, team, adding);
    }

    private static HandOver.@Nullable Taker taker(String entered) {
        return entered.isEmpty() ? null : HandOver.Taker.parse(Practices.checked(entered));
    }

    private static @Nullable String state(String place) {
        return place.isEmpty() ? null : Practices.place(place).state();
    }

    @PostMapping("/{key}/switch")
    ResponseEntity<String> switchRule(
            @PathVariable String team,
            @PathVariable String key,
            @RequestParam boolean on,
            @AuthenticationPrincipal SignedIn me) {
        return practices.keep(
                on ? "Rule in use" : "Rule switched off",
                me,
                team,
                practice ->
                        practice.withRules(
                                practice.handOvers().stream()
                                        .map(rule ->
                                                rule.key().equals(key) ? rule.switched(on) : rule)
                                        .toList(),
                                practice.steps().stream()
                                        .map(rule ->
                                                rule.key().equals(key) ? rule.switched(on) : rule)
                                        .toList()));
    }

    @PostMapping("/{key}/remove")
    ResponseEntity<String> removeRule(
            @PathVariable String team,
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me) {
        return practices.keep(
                "Rule removed",
                me,
                team,
                practice ->
                        practice.withRules(
                                practice.handOvers().stream()
                                        .filter(rule -> !rule.key().equals(key))
                                        .toList(),
                                practice.steps().stream()
                                        .filter(rule -> !rule.key().equals(key))
                                        .toList()));
    }

    /** Tells what a rule would do with an item, in use or not. */
    @PostMapping("/{key}/try")
    ResponseEntity<String> tryRule(
            ViewContext context,
            @PathVariable String team,
            @PathVariable String key,
            @RequestParam String item) {
        var snapshot = context.snapshot();
        return Answers.said(tried(snapshot, Lookups.team(snapshot, team), key, item.strip()));
    }

    private static String tried(Snapshot snapshot, Team team, String key, String entered) {
        var rule =
                team.practice().handOvers().stream()
                        .filter(one -> one.key().equals(key))
                        .findFirst()
                        .orElseThrow(() -> new Failure.NotFound("There is no such rule any more."));
        var item = Lookups.node(snapshot, entered.toUpperCase(Locale.ROOT)).item();
        var state = snapshot.workspace().statesOf(item.level(), team.key()).find(rule.state());
        if (!item.level().key().equals(rule.level()) || state.isEmpty()) {
            return "%s is %s; the rule holds for others."
                    .formatted(item.key(), item.level().name().toLowerCase(Locale.ROOT));
        }
        var alone =
                team.with(
                        team.practice()
                                .withRules(List.of(rule.switched(true)), team.practice().steps()));
        var draft = ItemDraft.of(item);
        draft.set(Field.TEAM, team.key());
        draft.set(Field.STATE, rule.state());
        var there = draft.toItem(snapshot.workspace(), item.updatedAt());
        var changes = HandingOver.tried(snapshot, there, alone);
        var words =
                ChangeWords.of(
                        snapshot,
                        changes.stream()
                                .filter(change -> change.field() != Field.HANDED_OVER)
                                .toList());
        return "When %s reaches “%s”: %s."
                .formatted(
                        item.key(),
                        HandOverWords.stateName(
                                snapshot.workspace(), team, rule.level(), rule.state()),
                        words.isEmpty() ? "stays as it is" : String.join(", ", words));
    }

    private static String freshKey(Practice practice) {
        var keys =
                Stream.concat(
                                practice.handOvers().stream().map(HandOver::key),
                                practice.steps().stream().map(StepRule::key))
                        .toList();
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> "rule-" + i)
                .filter(key -> !keys.contains(key))
                .findFirst()
                .orElseThrow();
    }
}
