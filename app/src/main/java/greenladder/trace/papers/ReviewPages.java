package greenladder.trace.papers;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.planning.PastItems;
import greenladder.store.SnapshotKeeper;
import greenladder.trace.ImpactPages.Text;
import greenladder.trace.PaperEntry;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Makes the page of reviews: what was sent to whom, and what each answered. */
@Component
class ReviewPages {
    private static final int MOST = 300;

    private final PastItems pasts;

    private final People people;
    private final SnapshotKeeper keeper;

    ReviewPages(PastItems pasts, People people, SnapshotKeeper keeper) {
        this.pasts = pasts;
        this.people = people;
        this.keeper = keeper;
    }

    /**
     * @param of key of the review that is looked at; empty for none
     * @param words what was asked, by whom
     * @param waiting who has not answered yet, in words; empty for nobody
     * @param readers names, the heads of the columns
     * @param cut that not all rows are shown; empty where they are
     * @param people who can be asked
     */
    record ReviewPage(
            String product,
            String url,
            long operation,
            List<PaperEntry> reviews,
            String of,
            String name,
            String words,
            String waiting,
            boolean closed,
            List<String> readers,
            List<Row> rows,
            String cut,
            List<Reader> people,
            List<Taken> baselines,
            boolean maySend,
            boolean mayAnswer) {}

    record Reader(String handle, String name) {}

    /** A baseline that can be sent. */
    record Taken(String key, String name) {}

    /**
     * @param texts what changed since it was sent
     * @param answers one for each reader
     * @param open whether the one who looks has not answered to it as it reads now
     */
    record Row(
            String key,
            String title,
            String description,
            List<Text> texts,
            List<Answered> answers,
            boolean open) {}

    /**
     * @param state "agrees", "objects" or empty
     * @param stale whether the item changed since the answer
     */
    record Answered(String state, String words, String told, boolean stale) {}

    ReviewPage page(ViewContext context, String of) {
        var snapshot = context.snapshot();
        var code = context.product().code();
        var all =
                snapshot.workspace().papers().of(code, Review.class).stream()
                        .sorted(Comparator.comparing(Review::at).reversed())
                        .toList();
        var chosen =
                all.stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .or(() -> all.stream().findFirst());
        var me = context.reader().handle();
        var entries = all.stream().map(one -> entry(snapshot, one, code, me, chosen)).toList();
        var people =
                snapshot.workspace().peopleAtWork().stream()
                        .map(person -> new Reader(person.handle(), person.name()))
                        .toList();
        var baselines =
                snapshot.workspace().papers().of(code, Baseline.class).reversed().stream()
                        .map(one -> new Taken(one.key(), one.name()))
                        .toList();
        boolean maySend = context.reader().mayIn(code, Permission.WORK);
        if (chosen.isEmpty()) {
            return new ReviewPage(
                    code,
                    url(code, ""),
                    context.operation(),
                    entries,
                    "",
                    "",
                    "",
                    "",
                    false,
                    List.of(),
                    List.of(),
                    "",
                    people,
                    baselines,
                    maySend,
                    false);
        }
        var it = chosen.get();
        var readers = it.readers().stream().sorted().toList();
        return new ReviewPage(
                code,
                url(code, it.key()),
                context.operation(),
                entries,
                it.key(),
                it.name(),
                "%s sent it on %s%s%s"
                        .formatted(
                                ChangeWords.nameOf(snapshot, it.by()),
                                BaselinePages.day(snapshot, it.at()),
                                it.asOf().equals(it.at())
                                        ? ""
                                        : ", as it stood on "
                                                + BaselinePages.day(snapshot, it.asOf()),
                                it.words().isEmpty() ? "." : ": " + it.words()),
                waiting(snapshot, it),
                it.closedAt() != null,
                readers.stream().map(who -> name(snapshot, who)).toList(),
                it.seen().entrySet().stream()
                        .limit(MOST)
                        .flatMap(entry ->
                                snapshot.findItem(entry.getKey()).stream()
                                        .map(item ->
                                                row(
                                                        snapshot,
                                                        it,
                                                        item,
                                                        entry.getValue(),
                                                        readers,
                                                        me)))
                        .toList(),
                it.seen().size() > MOST
                        ? "The first %d of %,d.".formatted(MOST, it.seen().size())
                        : "",
                people,
                baselines,
                maySend,
                it.closedAt() == null && it.readers().contains(me));
    }

    private static String url(String code, String of) {
        return "/%s/reviews%s".formatted(code, of.isEmpty() ? "" : "?of=" + of);
    }

    private static PaperEntry entry(
            Snapshot snapshot, Review one, String code, String me, Optional<Review> chosen) {
        boolean asked =
                one.closedAt() == null
                        && one.readers().contains(me)
                        && !one.hasAnswered(me, there(snapshot, one));
        return new PaperEntry(
                one.name(),
                asked
                        ? "waits for you"
                        : one.closedAt() != null ? "closed" : BaselinePages.day(snapshot, one.at()),
                url(code, one.key()),
                chosen.filter(one::equals).isPresent());
    }

    private static Set<ItemKey> there(Snapshot snapshot, Review review) {
        return review.seen().keySet().stream()
                .filter(key -> snapshot.findItem(key).isPresent())
                .collect(Collectors.toSet());
    }

    private static String name(Snapshot snapshot, String who) {
        var person = snapshot.findPerson(who);
        return person.map(Person::name).orElse(who)
                + (person.filter(Person::gone).isPresent() ? " (has left)" : "");
    }

    /** Who has not answered yet to what they see, and what is not open to whom. */
    private String waiting(Snapshot snapshot, Review review) {
        var there = there(snapshot, review);
        var waiting = new ArrayList<String>();
        var notOpen = new ArrayList<String>();
        for (var who : review.readers().stream().sorted().toList()) {
            var seen = seenBy(who, there);
            if (!review.hasAnswered(who, seen)) {
                waiting.add(name(snapshot, who));
            }
            var hidden = there.stream().filter(key -> !seen.contains(key)).sorted().toList();
            if (!hidden.isEmpty()) {
                notOpen.add(
                        "%s is not open to %s, who is not asked about it."
                                .formatted(
                                        Words.few(
                                                hidden.stream().map(ItemKey::toString).toList(),
                                                "item"),
                                        name(snapshot, who)));
            }
        }
        if (!waiting.isEmpty()) {
            notOpen.addFirst("Answers missing from: " + String.join(", ", waiting) + ".");
        }
        return String.join(" ", notOpen);
    }

    /** Those of some items that somebody may see; all of them of whoever has left. */
    private Set<ItemKey> seenBy(String who, Set<ItemKey> items) {
        return people.findByHandle(who)
                .map(keeper::seenBy)
                .map(seen ->
                        items.stream()
                                .filter(key -> seen.findItem(key).isPresent())
                                .collect(Collectors.toSet()))
                .orElse(items);
    }

    private Row row(
            Snapshot snapshot,
            Review review,
            Item item,
            String digest,
            List<String> readers,
            String me) {
        var now = TraceLink.digestOf(item);
        var mine = review.answer(item.key(), me);
        return new Row(
                item.key().toString(),
                item.title(),
                item.description(),
                now.equals(digest) ? List.of() : texts(snapshot, review, item),
                readers.stream()
                        .map(who -> {
                            var answer = review.answer(item.key(), who);
                            return answer == null
                                    ? new Answered("", "", "", false)
                                    : new Answered(
                                            answer.agrees() ? "agrees" : "objects",
                                            answer.words(),
                                            BaselinePages.day(snapshot, answer.at()),
                                            !answer.seen().equals(now));
                        })
                        .toList(),
                mine == null || !mine.seen().equals(now));
    }

    private List<Text> texts(Snapshot snapshot, Review review, Item item) {
        var past = pasts.at(snapshot, review.asOf());
        var texts = new ArrayList<Text>();
        for (var field : List.of(Field.TITLE, Field.DESCRIPTION, Field.ACCEPTANCE)) {
            var then = Objects.requireNonNullElse(past.text(item.key(), field), "");
            var now = Objects.requireNonNullElse(field.textOf(item), "");
            if (!then.equals(now)) {
                texts.add(new Text(field.label(), then, now));
            }
        }
        return texts;
    }
}
