package greenladder.words;

import greenladder.core.item.Doing.HandedOver;
import greenladder.core.item.HourEntry;
import greenladder.core.level.State;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.HandOver;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import greenladder.web.Words;

/** The rules of a team's work as sentences, and what they did. */
public final class HandOverWords {
    private HandOverWords() {}

    /** Such as “When a story comes to In test, it goes to somebody who does testing.” */
    public static String sentence(Workspace workspace, Team team, HandOver rule) {
        var start =
                "When %s comes to %s, it "
                        .formatted(
                                levelWord(workspace, team, rule.level()),
                                stateName(workspace, team, rule.level(), rule.state()));
        var moves =
                rule.moveTo() == null
                        ? ""
                        : "moves on to " + stateName(workspace, team, rule.level(), rule.moveTo());
        if (rule.to() == null) {
            return start + moves + ".";
        }
        return start
                + "goes to "
                + taker(workspace, rule.to())
                + (moves.isEmpty() ? "" : " and " + moves)
                + ".";
    }

    /** Such as “Only those who do testing take a story from In test to Done.” */
    public static String sentence(Workspace workspace, Team team, StepRule rule) {
        return "Only %s may take %s %sto %s."
                .formatted(
                        rule.who() == null
                                ? "those who plan"
                                : rule.who().isSkill()
                                        ? "those who do " + rule.who().name()
                                        : taker(workspace, rule.who()),
                        levelWord(workspace, team, rule.level()),
                        rule.from() == null
                                ? ""
                                : "from "
                                        + stateName(workspace, team, rule.level(), rule.from())
                                        + " ",
                        stateName(workspace, team, rule.level(), rule.to()));
    }

    private static String taker(Workspace workspace, HandOver.Taker taker) {
        return taker.isSkill()
                ? "somebody who does " + taker.name()
                : workspace
                        .findPerson(taker.name())
                        .map(person -> person.name())
                        .orElse(taker.name());
    }

    private static String levelWord(Workspace workspace, Team team, String level) {
        return team.products().stream()
                .flatMap(code -> workspace.findProduct(code).stream())
                .flatMap(product -> product.levels().find(level).stream())
                .findFirst()
                .map(one -> Words.withArticle(Words.lower(one.name())))
                .orElse(level);
    }

    /** What a state of a team is called. */
    public static String stateName(Workspace workspace, Team team, String level, String state) {
        return team.products().stream()
                .flatMap(code -> workspace.findProduct(code).stream())
                .flatMap(product -> product.levels().find(level).stream())
                .flatMap(one -> workspace.statesOf(one, team.key()).find(state).stream())
                .findFirst()
                .map(State::name)
                .orElse(state);
    }

    static String passedOn(Snapshot snapshot, ItemKey item, HandedOver handed) {
        var rule = handed.rule();
        var workspace = snapshot.workspace();
        return snapshot.findItem(item)
                .flatMap(one -> workspace.findTeam(one.team()))
                .flatMap(team ->
                        team.practice().handOvers().stream()
                                .filter(one -> one.key().equals(rule))
                                .findFirst()
                                .map(one -> "rule of the team: " + sentence(workspace, team, one)))
                .orElse("a rule of the team passed it on");
    }

    static String hours(Snapshot snapshot, HourEntry entry) {
        return "%s h on %s%s%s"
                .formatted(
                        Words.of(entry.hours()),
                        Words.day(entry.day()),
                        entry.who() == null
                                ? ""
                                : " of " + ChangeWords.nameOf(snapshot, entry.who()),
                        entry.note().isEmpty() ? "" : ": " + entry.note());
    }
}
