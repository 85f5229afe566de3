package greenladder.words;

import greenladder.core.change.Change;
import greenladder.core.item.CustomField;
import greenladder.core.item.DecisionNote;
import greenladder.core.item.Doing.HandedOver;
import greenladder.core.item.Field;
import greenladder.core.item.HealthNote;
import greenladder.core.item.HourEntry;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.people.Person;
import greenladder.core.product.Band;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.web.Words;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Changes as people tell them. */
public final class ChangeWords {
    private ChangeWords() {}

    /**
     * One operation's changes of one item, such as "moved it to Done"; empty for nothing to tell.
     */
    public static List<String> of(Snapshot snapshot, List<Change> changes) {
        for (var change : changes) {
            if (change.field() == Field.EXISTS) {
                return List.of(change.after() == null ? "deleted it" : "added it");
            }
        }
        return changes.stream()
                .filter(Change::differs)
                .map(change -> of(snapshot, change))
                .flatMap(Optional::stream)
                .toList();
    }

    /** Who somebody is by name, also when they have left. */
    public static String nameOf(Snapshot snapshot, String handle) {
        return handle.equals(SignedIn.SYSTEM.handle())
                ? SignedIn.SYSTEM.name()
                : snapshot.findPerson(handle).map(Person::name).orElse(handle);
    }

    /** A field's value as it is shown, such as a state's name for its key; empty for none. */
    public static String value(
            Snapshot snapshot, ItemKey item, Field field, @Nullable String text) {
        if (text == null || text.isEmpty()) {
            return "";
        }
        return switch (field.base()) {
            case STATE -> stateName(snapshot, item, text);
            case LEVEL -> levelName(snapshot, item, text);
            case ASSIGNEE -> nameOf(snapshot, text);
            case TEAM -> teamName(snapshot, text);
            case SPRINT ->
                    snapshot.workspace().findSprint(text).map(sprint -> sprint.name()).orElse(text);
            case RELEASE ->
                    snapshot.workspace()
                            .findRelease(text)
                            .map(release -> release.name())
                            .orElse(text);
            case BAND ->
                    snapshot.findProduct(item.product())
                            .flatMap(product -> product.refining().findBand(text))
                            .map(Band::name)
                            .orElse(text);
            case CUSTOM ->
                    customField(snapshot, item, field)
                            .filter(custom ->
                                    custom.type() == CustomField.Type.PERSON
                                            || custom.type() == CustomField.Type.PEOPLE)
                            .map(custom ->
                                    Stream.of(text.split(", "))
                                            .map(handle -> nameOf(snapshot, handle))
                                            .collect(Collectors.joining(", ")))
                            .orElse(text);
            default -> text;
        };
    }

    /**
     * Whether a change is told to whom a snapshot is shown: not that of a link to what is hidden.
     */
    public static boolean isSeen(Snapshot snapshot, Change change) {
        return !change.field().isLink() || snapshot.findItem(change.field().linkedTo()).isPresent();
    }

    private static Optional<String> of(Snapshot snapshot, Change change) {
        if (!isSeen(snapshot, change)) {
            return Optional.empty();
        }
        var before = change.textBefore();
        var after = change.textAfter();
        var item = change.item();
        var field = change.field();
        var now = value(snapshot, item, field, after);
        var was = value(snapshot, item, field, before);
        return Optional.ofNullable(
                switch (field.base()) {
                    case EXISTS, RAISED_BY, FIRST_ESTIMATE, PARTS, GREW_FROM, REWORDED -> null;
                    case CONFIRMED ->
                            change.followed() || after == null
                                    ? null
                                    : "confirmed that it fits its parent";
                    case TITLE -> "renamed it from “%s”".formatted(before);
                    case DESCRIPTION ->
                            after == null ? "removed the description" : "wrote the description";
                    case RANK -> "moved it in the order";
                    case PARENT ->
                            after == null ? "moved it out of " + before : "moved it under " + after;
                    case STATE -> "moved it to " + now;
                    case LEVEL, KIND -> "made it " + Words.withArticle(now);
                    case ASSIGNEE -> after == null ? "unassigned it" : "gave it to " + now;
                    case TEAM ->
                            after == null
                                    ? "removed it from team " + was
                                    : "moved it to team " + now;
                    case SPRINT ->
                            after == null ? "removed it from " + was : "planned it into " + now;
                    case RELEASE ->
                            after == null ? "removed it from " + was : "planned it for " + now;
                    case BLOCKED -> after == null ? "unblocked it" : "blocked it: " + after;
                    case SIZE -> fromTo("size", before, after);
                    case VALUE -> fromTo("value", before, after);
                    case HOURS_ESTIMATE -> fromTo("estimated hours", before, after);
                    case HOURS_INVESTED -> fromTo("hours worked", before, after);
                    case HOURS_REMAINING -> fromTo("hours remaining", before, after);
                    case LABELS -> fromTo("labels", before, after);
                    case ACCEPTANCE -> ListWords.of("the acceptance criteria", "met", change);
                    case DEFINITION_OF_DONE ->
                            ListWords.of("the definition of done", "met", change);
                    case CHECKLIST -> ListWords.of("the checklist", "done", change);
                    case LINKS -> "changed its links";
                    case HANDED_OVER ->
                            change.after(HandedOver.class)
                                    .map(rule -> HandOverWords.passedOn(snapshot, item, rule))
                                    .orElse(null);
                    case ACCEPTED -> after == null ? "withdrew the acceptance" : "accepted it";
                    case MEASURE -> after == null ? "removed its measure" : "set its measure";
                    case READING ->
                            after == null
                                    ? "removed the reading of %s"
                                            .formatted(Words.day(field.readingDay()))
                                    : "added a reading of %s on %s"
                                            .formatted(after, Words.day(field.readingDay()));
                    case HEALTH ->
                            change.after(HealthNote.class)
                                    .map(note -> "noted that it is " + note.state().word())
                                    .orElse("removed a health note");
                    case WORKED ->
                            change.after(HourEntry.class)
                                    .map(hours -> "entered " + HandOverWords.hours(snapshot, hours))
                                    .or(() ->
                                            change.before(HourEntry.class)
                                                    .map(hours ->
                                                            "removed hours: "
                                                                    + HandOverWords.hours(
                                                                            snapshot, hours)))
                                    .orElse(null);
                    case LINK ->
                            after == null
                                    ? "removed a link: %s %s"
                                            .formatted(field.linkType().label(), field.linkedTo())
                                    : before == null
                                            ? "added a link: %s %s"
                                                    .formatted(
                                                            field.linkType().label(),
                                                            field.linkedTo())
                                            : "confirmed the link: %s %s"
                                                    .formatted(
                                                            field.linkType().label(),
                                                            field.linkedTo());
                    case ATTACHMENTS -> ListWords.ofFiles(change);
                    case SPLIT_FROM -> after == null ? null : "split it off " + after;
                    case MERGED -> after == null ? null : "merged into it: " + after;
                    case BAND ->
                            after == null
                                    ? "removed it from the band " + was
                                    : "moved it to the band " + now;
                    case FACTOR ->
                            fromTo(factorName(snapshot, item, field.factorKey()), before, after);
                    case AGENDA ->
                            after == null
                                    ? "removed it from the agenda"
                                    : "added it to the agenda: " + after;
                    case QUESTION -> after == null ? "closed the question" : "asked: " + after;
                    case CANDIDATE ->
                            after == null
                                    ? "removed it as a candidate"
                                    : "made it a candidate for " + sprintMeant(snapshot, after);
                    case READY -> "ticked its readiness";
                    case BROKEN_DOWN ->
                            after == null
                                    ? "marked it as not broken down"
                                    : "marked it as broken down";
                    case DECISIONS ->
                            change.after() instanceof List<?> notes
                                            && notes.getLast() instanceof DecisionNote last
                                    ? "noted: " + last.words()
                                    : null;
                    case CUSTOM ->
                            fromTo(
                                    customField(snapshot, item, field)
                                            .map(CustomField::name)
                                            .orElse(field.customKey()),
                                    was.isEmpty() ? null : was,
                                    now.isEmpty() ? null : now);
                    case START -> fromTo("start", before, after);
                    case FINISH -> fromTo("finish", before, after);
                });
    }

    private static Optional<CustomField> customField(Snapshot snapshot, ItemKey item, Field field) {
        return snapshot.findProduct(item.product())
                .flatMap(product -> product.findField(field.customKey()));
    }

    private static String sprintMeant(Snapshot snapshot, String sprint) {
        return snapshot.workspace().findSprint(sprint).map(Sprint::name).orElse("the next sprint");
    }

    private static String factorName(Snapshot snapshot, ItemKey item, String key) {
        return snapshot.findProduct(item.product())
                .flatMap(product -> product.refining().findFactor(key))
                .map(factor -> Words.lower(factor.name()))
                .orElse(key);
    }

    private static String fromTo(String what, @Nullable String before, @Nullable String after) {
        if (after == null) {
            return "cleared the %s (was %s)".formatted(what, before);
        }
        return before == null
                ? "set the %s to %s".formatted(what, after)
                : "changed the %s from %s to %s".formatted(what, before, after);
    }

    private static String teamName(Snapshot snapshot, String key) {
        return snapshot.workspace().findTeam(key).map(team -> team.name()).orElse(key);
    }

    private static String levelName(Snapshot snapshot, ItemKey item, String key) {
        return snapshot.findProduct(item.product())
                .flatMap(product -> product.levels().find(key))
                .map(Level::name)
                .orElse(key);
    }

    private static String stateName(Snapshot snapshot, ItemKey item, String key) {
        return snapshot.findItem(item)
                .flatMap(found -> snapshot.workspace().statesOf(found).find(key))
                .map(State::name)
                .orElse(key);
    }
}
