package greenladder.core.snapshot;

import greenladder.core.item.Details;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.Refinement;
import greenladder.core.item.StandardFields;
import greenladder.core.level.Category;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** By what items are found without a pass over all of them. */
public enum Mark {
    /** On the agenda of a product. */
    AGENDA,
    /** A candidate of a product for a next sprint. */
    CANDIDATE,
    /** A candidate for a sprint, see {@link #candidateFor}. */
    CANDIDATE_FOR,
    /** Dropped, of a product. */
    DROPPED,
    /** Of a product, without a parent where its level has one, and not dropped. */
    LOOSE,
    /** With a label of a product, see {@link #label}. */
    LABEL,
    /** With a value in a field of a product's own, see {@link #ownField}. */
    OWN_FIELD,
    /** In a sprint. */
    SPRINT,
    /** In a release. */
    RELEASE,
    /** With a person, and neither done nor dropped. */
    PERSON,
    /** With a person who helps, and neither done nor dropped. */
    HELPER,
    /** With a team. */
    TEAM,
    /** With a team, in no sprint, and still to do. */
    QUEUE,
    /** With a team, in no sprint, and in progress. */
    RUNNING,
    /** With a team, by the week in which it was done: see {@link #finished}. */
    FINISHED,
    /** Blocked and not done, of a product. */
    BLOCKED,
    /** Waits for an item, by the key of that. */
    WAITS_FOR,
    /** With hours that somebody worked on a day: see {@link #worked}. */
    WORKED,
    /** Depends on another, of a product. */
    DEPENDENT,
    /** For named readers only, itself: see {@link #ANYWHERE}. */
    RESERVED,
    /** Its text changed while something stood below it, of a product. */
    REWORDED,
    /** Has a link to anything, of a product. */
    LINKING,
    /** Has a link to an item, by the key of that. */
    LINKED_TO,
    /** What an item that is gone was merged into. */
    MERGED,
    /** Names an item among its details, by the key of that, see {@link Details#named}. */
    NAMING,
    /** Has a file, by its digest. */
    FILE;

    /** Of what is marked whatever its product. */
    public static final String ANYWHERE = "";

    /** A mark with what it is of: the code of a product, or the key of a sprint and the like. */
    record Of(Mark mark, String value) {}

    /** Labels are the same in capitals or not. */
    static String label(String product, String label) {
        return product + "/" + label.toLowerCase(Locale.ROOT);
    }

    public static String ownField(String product, String field) {
        return product + "/" + field;
    }

    /** What is meant for a sprint, or for the next one of a team. */
    static String candidateFor(String sprint, @Nullable String team) {
        return sprint.equals(Refinement.NEXT) ? sprint + "/" + team : sprint;
    }

    /** What a team finished in the week of a day. */
    public static String finished(String of, LocalDate day) {
        return of + "/" + Math.floorDiv(day.toEpochDay(), 7);
    }

    /**
     * What was finished in the week of a day and some before it. A day of the workspace may have
     * begun in the next week of the marks, which go by UTC.
     */
    public static Stream<String> finishedWeeks(String of, LocalDate day, int weeks) {
        return Stream.concat(
                        Stream.of(day.plusDays(1)),
                        IntStream.range(0, weeks).mapToObj(week -> day.minusWeeks(week)))
                .map(one -> finished(of, one))
                .distinct();
    }

    public static String worked(String person, LocalDate day) {
        return person + "/" + day;
    }

    /** The marks that an item has. */
    static Stream<Of> of(Item item) {
        var marks = Stream.<Of>builder();
        var product = item.key().product();
        var refinement = item.details().refinement();
        if (refinement.agenda() != null && !item.isDropped()) {
            marks.add(new Of(AGENDA, product));
        }
        if (refinement.candidate() != null) {
            marks.add(new Of(CANDIDATE, product));
            marks.add(new Of(CANDIDATE_FOR, candidateFor(refinement.candidate(), item.team())));
        }
        if (item.isDropped()) {
            marks.add(new Of(DROPPED, product));
        } else if (item.isLoose()) {
            marks.add(new Of(LOOSE, product));
        }
        item.details().labels().forEach(label -> marks.add(new Of(LABEL, label(product, label))));
        item.details()
                .custom()
                .keySet()
                .forEach(field -> marks.add(new Of(OWN_FIELD, ownField(product, field))));
        if (item.sprint() != null) {
            marks.add(new Of(SPRINT, item.sprint()));
        }
        if (item.release() != null) {
            marks.add(new Of(RELEASE, item.release()));
        }
        if (item.assignee() != null && !item.isDone() && !item.isDropped()) {
            marks.add(new Of(PERSON, item.assignee()));
        }
        if (!item.isDone() && !item.isDropped()) {
            StandardFields.helpers(item).forEach(one -> marks.add(new Of(HELPER, one)));
            if (item.blocked() != null) {
                marks.add(new Of(BLOCKED, product));
            }
        }
        StandardFields.waitsFor(item)
                .ifPresent(other -> marks.add(new Of(WAITS_FOR, other.toString())));
        for (var entry : item.details().doing().worked()) {
            if (entry.who() != null) {
                marks.add(new Of(WORKED, worked(entry.who(), entry.day())));
            }
        }
        if (item.team() != null) {
            marks.add(new Of(TEAM, item.team()));
            ofTeam(item, item.team(), marks);
        }
        if (item.details().wording().changedAt() != null && !item.isDropped()) {
            marks.add(new Of(REWORDED, product));
        }
        if (StandardFields.readers(item).isPresent()) {
            marks.add(new Of(RESERVED, ANYWHERE));
        }
        var trace = item.details().trace();
        if (!trace.isEmpty()) {
            marks.add(new Of(LINKING, product));
        }
        trace.forEach(link -> marks.add(new Of(LINKED_TO, link.to().toString())));
        if (trace.stream().anyMatch(link -> link.type() == LinkType.DEPENDS_ON)) {
            marks.add(new Of(DEPENDENT, product));
        }
        item.details().named().forEach(other -> marks.add(new Of(NAMING, other.toString())));
        item.details().attachments().forEach(file -> marks.add(new Of(FILE, file.id())));
        item.details().merged().forEach(gone -> marks.add(new Of(MERGED, gone.toString())));
        return marks.build();
    }

    private static LocalDate dayOf(Instant time) {
        return LocalDate.ofInstant(time, ZoneOffset.UTC);
    }

    private static void ofTeam(Item item, String team, Stream.Builder<Of> marks) {
        if (!item.level().carriesPoints()) {
            return;
        }
        var finishedAt = item.times().finishedAt();
        if (finishedAt != null) {
            marks.add(new Of(FINISHED, finished(team, dayOf(finishedAt))));
        } else if (item.sprint() == null && item.category() == Category.TO_DO) {
            marks.add(new Of(QUEUE, team));
        } else if (item.sprint() == null && item.category() == Category.IN_PROGRESS) {
            marks.add(new Of(RUNNING, team));
        }
    }
}
