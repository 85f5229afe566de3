package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.ladder.Ladder;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * The little form that stands in the place of a value while it is edited.
 *
 * @param control {@code text}, {@code number}, {@code date}, {@code choice} or {@code prose}
 */
record FieldForm(
        String key,
        String field,
        String label,
        String control,
        String value,
        List<Option> options) {

    record Option(String value, String label, boolean chosen) {}

    static FieldForm of(Ladder ladder, Item item, Field field) {
        return new FieldForm(
                item.key().toString(),
                field.label(),
                labelOf(field),
                controlOf(field),
                Objects.requireNonNullElse(field.textOf(item), ""),
                options(ladder, item, field));
    }

    private static String labelOf(Field field) {
        return switch (field) {
            case TITLE -> "Title";
            case DESCRIPTION -> "Description";
            case STATE -> "State";
            case LEVEL -> "Level";
            case KIND -> "Kind";
            case PARENT -> "Under (key; empty for nothing)";
            case ASSIGNEE -> "With";
            case TEAM -> "Team";
            case SPRINT -> "Sprint";
            case RELEASE -> "Release";
            case SIZE -> "Size in points";
            case VALUE -> "Value";
            case HOURS_ESTIMATE -> "Estimated hours";
            case HOURS_INVESTED -> "Hours invested";
            case HOURS_REMAINING -> "Hours remaining";
            case START -> "Start";
            case FINISH -> "Finish";
            case BLOCKED -> "Blocked because (empty when it is not)";
            case EXISTS, RANK, FIRST_ESTIMATE -> throw new IllegalArgumentException(field.label());
        };
    }

    private static String controlOf(Field field) {
        return switch (field) {
            case STATE, LEVEL, KIND, ASSIGNEE, TEAM, SPRINT, RELEASE -> "choice";
            case DESCRIPTION -> "prose";
            case START, FINISH -> "date";
            case SIZE, VALUE, HOURS_ESTIMATE, HOURS_INVESTED, HOURS_REMAINING -> "number";
            default -> "text";
        };
    }

    private static List<Option> options(Ladder ladder, Item item, Field field) {
        var level = item.level();
        var now = field.textOf(item);
        var options = new ArrayList<Option>();
        var choices =
                switch (field) {
                    case STATE ->
                            ladder.workspace().statesOf(item).all().stream()
                                    .map(state -> List.of(state.key(), state.name()));
                    case KIND -> level.kinds().stream().map(kind -> List.of(kind, kind));
                    case LEVEL ->
                            ladder.requireProduct(item.key().product()).levels().all().stream()
                                    .map(one -> List.of(one.key(), one.name()));
                    case ASSIGNEE ->
                            Stream.concat(
                                    Stream.of(List.of("", "nobody")),
                                    ladder.workspace().peopleAtWork().stream()
                                            .map(person ->
                                                    List.of(person.handle(), person.name())));
                    case TEAM ->
                            Stream.concat(
                                    Stream.of(List.of("", "none")),
                                    ladder.workspace().teamsOf(item.key().product()).stream()
                                            .map(team -> List.of(team.key(), team.name())));
                    case SPRINT ->
                            Stream.concat(
                                    Stream.of(List.of("", "none")),
                                    ladder.workspace().openSprintsFor(item).stream()
                                            .map(sprint -> List.of(sprint.key(), sprint.name())));
                    case RELEASE ->
                            Stream.concat(
                                    Stream.of(List.of("", "none")),
                                    ladder.workspace().releasesOf(item.key().product()).stream()
                                            .map(one -> List.of(one.key(), one.name())));
                    default -> Stream.<List<String>>empty();
                };
        choices.forEach(pair ->
                options.add(
                        new Option(
                                pair.getFirst(),
                                pair.getLast(),
                                pair.getFirst().equals(Objects.requireNonNullElse(now, "")))));
        return List.copyOf(options);
    }
}
