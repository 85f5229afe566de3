package greenladder.panel;

import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The little form that stands in the place of a value while it is edited.
 *
 * @param control {@code text}, {@code number}, {@code date}, {@code choice}, {@code several},
 *     {@code labels}, {@code lines} or {@code prose}
 */
record FieldForm(
        String key,
        String field,
        String label,
        String control,
        String value,
        List<Option> options) {

    record Option(String value, String label, boolean chosen) {}

    static FieldForm of(Snapshot snapshot, Item item, Field field) {
        var custom =
                field.isCustom()
                        ? snapshot.requireProduct(item.key().product()).findField(field.customKey())
                        : Optional.<CustomField>empty();
        return new FieldForm(
                item.key().toString(),
                field.label(),
                labelOf(field, custom),
                controlOf(field, custom),
                Objects.requireNonNullElse(field.textOf(item), ""),
                options(snapshot, item, field));
    }

    /** For an item that is not there yet. */
    FieldForm ofNew() {
        return new FieldForm("new", field, label, control, value, options);
    }

    /** Without what stands there now, for a field that is set on several items. */
    FieldForm emptied() {
        return new FieldForm(
                key,
                field,
                label,
                control,
                "",
                options.stream().map(one -> new Option(one.value(), one.label(), false)).toList());
    }

    private static String labelOf(Field field, Optional<CustomField> custom) {
        return switch (field.base()) {
            case TITLE -> "Title";
            case DESCRIPTION -> "Description";
            case STATE -> "State";
            case LEVEL -> "Level";
            case KIND -> "Kind";
            case PARENT -> "Parent";
            case ASSIGNEE -> "Assigned to";
            case TEAM -> "Team";
            case SPRINT -> "Sprint";
            case RELEASE -> "Release";
            case SIZE -> "Size in points";
            case VALUE -> "Value";
            case HOURS_ESTIMATE -> "Estimated hours";
            case HOURS_INVESTED -> "Hours worked";
            case HOURS_REMAINING -> "Hours remaining";
            case START -> "Start";
            case FINISH -> "Finish";
            case BLOCKED -> "Blocked because (empty when it is not)";
            case LABELS -> "Labels, with commas between";
            case ACCEPTANCE -> "Acceptance criteria";
            case DEFINITION_OF_DONE -> "Definition of done";
            case CHECKLIST -> "Checklist";
            case LINKS -> "Links: an address and its name on each line";
            case BAND -> "Band";
            case FACTOR -> field.factorKey();
            case AGENDA -> "To be talked about, because";
            case QUESTION -> "Open question";
            case CANDIDATE -> "Candidate for the next sprint";
            case BROKEN_DOWN -> "Broken down: its parts are all there is";
            case READY -> "Ticked checks of readiness";
            case CUSTOM ->
                    custom.map(one ->
                                    one.name()
                                            + (one.type() == CustomField.Type.NAMED_DAYS
                                                    ? ": a day and its name on each line"
                                                    : ""))
                            .orElse(field.customKey());
            case EXISTS,
                    RAISED_BY,
                    RANK,
                    FIRST_ESTIMATE,
                    ATTACHMENTS,
                    GREW_FROM,
                    SPLIT_FROM,
                    PARTS,
                    MERGED,
                    DECISIONS,
                    HANDED_OVER,
                    ACCEPTED,
                    WORKED,
                    MEASURE,
                    READING,
                    HEALTH,
                    REWORDED,
                    CONFIRMED,
                    LINK ->
                    throw new IllegalArgumentException(field.label());
        };
    }

    private static String controlOf(Field field, Optional<CustomField> custom) {
        return switch (field.base()) {
            case STATE,
                    LEVEL,
                    KIND,
                    ASSIGNEE,
                    TEAM,
                    SPRINT,
                    RELEASE,
                    BAND,
                    CANDIDATE,
                    BROKEN_DOWN ->
                    "choice";
            case PARENT -> "item";
            case DESCRIPTION -> "prose";
            case ACCEPTANCE, DEFINITION_OF_DONE, CHECKLIST, LINKS -> "lines";
            case LABELS -> "labels";
            case CUSTOM -> custom.map(FieldForm::controlOf).orElse("text");
            case START, FINISH -> "date";
            case SIZE -> "size";
            case VALUE, HOURS_ESTIMATE, HOURS_INVESTED, HOURS_REMAINING, FACTOR -> "number";
            default -> "text";
        };
    }

    private static String controlOf(CustomField field) {
        return switch (field.type()) {
            case TEXT, LINK -> "text";
            case NAMED_DAYS -> "lines";
            case NUMBER, TOTAL -> "number";
            case DATE -> "date";
            case ONE_OF, PERSON, YES_NO -> "choice";
            case MANY_OF, PEOPLE -> "several";
            case ITEM -> "item";
        };
    }

    private static Stream<List<String>> people(Snapshot snapshot) {
        return Stream.concat(
                Stream.of(List.of("", "nobody")),
                snapshot.workspace().peopleAtWork().stream()
                        .map(person -> List.of(person.handle(), person.name())));
    }

    private static Stream<List<String>> choices(Snapshot snapshot, CustomField field) {
        return switch (field.type()) {
            case ONE_OF ->
                    Stream.concat(
                            Stream.of(List.of("", "none")),
                            field.choices().stream().map(one -> List.of(one, one)));
            case MANY_OF -> field.choices().stream().map(one -> List.of(one, one));
            case PERSON -> people(snapshot);
            case PEOPLE -> people(snapshot).skip(1);
            case YES_NO -> Stream.of(List.of("", "–"), List.of("yes", "yes"), List.of("no", "no"));
            case TEXT, NUMBER, TOTAL, DATE, LINK, NAMED_DAYS, ITEM -> Stream.empty();
        };
    }

    private static List<Option> options(Snapshot snapshot, Item item, Field field) {
        var chosen = Objects.requireNonNullElse(field.textOf(item), "");
        var several = List.of(chosen.split(", "));
        return choices(snapshot, item, field)
                .map(pair ->
                        new Option(
                                pair.getFirst(),
                                pair.getLast(),
                                pair.getFirst().equals(chosen)
                                        || several.contains(pair.getFirst())))
                .toList();
    }

    private static Stream<List<String>> choices(Snapshot snapshot, Item item, Field field) {
        var level = item.level();
        return switch (field.base()) {
            case STATE ->
                    snapshot.workspace().statesOf(item).all().stream()
                            .map(state -> List.of(state.key(), state.name()));
            case KIND -> level.kinds().stream().map(kind -> List.of(kind, kind));
            case LEVEL ->
                    snapshot.requireProduct(item.key().product()).levels().all().stream()
                            .map(one -> List.of(one.key(), one.name()));
            case ASSIGNEE -> people(snapshot);
            case TEAM ->
                    Stream.concat(
                            Stream.of(List.of("", "none")),
                            snapshot.workspace().teamsOf(item.key().product()).stream()
                                    .map(team -> List.of(team.key(), team.name())));
            case SPRINT ->
                    Stream.concat(
                            Stream.of(List.of("", "none")),
                            snapshot.workspace().openSprintsFor(item).stream()
                                    .map(sprint -> List.of(sprint.key(), sprint.name())));
            case RELEASE ->
                    Stream.concat(
                            Stream.of(List.of("", "none")),
                            snapshot.workspace().releasesOf(item.key().product()).stream()
                                    .map(one -> List.of(one.key(), one.name())));
            case BAND ->
                    Stream.concat(
                            Stream.of(List.of("", "none")),
                            snapshot
                                    .requireProduct(item.key().product())
                                    .refining()
                                    .bands()
                                    .stream()
                                    .map(band -> List.of(band.key(), band.name())));
            case CANDIDATE, BROKEN_DOWN -> Stream.of(List.of("", "no"), List.of("yes", "yes"));
            case SIZE ->
                    snapshot
                            .requireProduct(item.key().product())
                            .refining()
                            .scale()
                            .steps()
                            .stream()
                            .filter(step -> !step.label().equals(step.size().toString()))
                            .map(step -> List.of(step.label(), step.label()));
            case LABELS ->
                    snapshot.labels(item.key().product()).stream()
                            .map(label -> List.of(label, label));
            case CUSTOM ->
                    snapshot
                            .requireProduct(item.key().product())
                            .findField(field.customKey())
                            .stream()
                            .flatMap(custom -> choices(snapshot, custom));
            default -> Stream.<List<String>>empty();
        };
    }
}
