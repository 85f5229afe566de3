package greenladder.track;

import greenladder.core.flow.DayChange;
import greenladder.core.flow.Past;
import greenladder.core.flow.Progress;
import greenladder.core.flow.Progress.Part;
import greenladder.core.flow.Standing;
import greenladder.core.flow.Stood;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.view.ViewContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** What a burnup can be about: releases, and items of the levels above stories. */
final class BurnupSubjects {
    private static final LocalDate FAR = LocalDate.of(9999, 12, 31);
    private static final int MOST_ITEMS = 80;
    private static final String RELEASE = "release:";

    private BurnupSubjects() {}

    /**
     * What is told about.
     *
     * @param first day; null where nothing says one
     * @param target the day by which it should be done; null for none
     * @param holds whether a change of an item is one of it
     * @param stood what it was made of at the end of a day
     */
    record Subject(
            String value,
            String label,
            String key,
            @Nullable LocalDate first,
            @Nullable LocalDate target,
            BiFunction<Past, LocalDate, Standing> standing,
            Predicate<DayChange> holds,
            BiFunction<Past, LocalDate, List<Stood>> stood) {}

    /** Releases first, then what stands at the top, then what stands right below it. */
    static List<Subject> of(ViewContext context) {
        var snapshot = context.snapshot();
        var subjects = new ArrayList<Subject>();
        snapshot.workspace()
                .releasesOf(context.product().code())
                .forEach(release -> subjects.add(ofRelease(snapshot, context.product(), release)));
        var levels = ProgressPlace.levels(context.product());
        for (var level : levels) {
            snapshot.inOrder(context.product(), level).live().stream()
                    .limit(MOST_ITEMS)
                    .forEach(node ->
                            ofItem(snapshot, context.product().code(), node.item().key().toString())
                                    .ifPresent(subjects::add));
            if (subjects.size() >= MOST_ITEMS) {
                break;
            }
        }
        return subjects;
    }

    private static Subject ofRelease(Snapshot snapshot, Product product, Release release) {
        return new Subject(
                RELEASE + release.key(),
                "Release " + release.name(),
                "",
                release.start(),
                release.date(),
                (past, day) -> past.release(release.key(), day),
                change ->
                        release.key().equals(change.after().release())
                                || change.before() != null
                                        && release.key().equals(change.before().release())
                                || isUnderRelease(snapshot, change, release.key()),
                (past, day) ->
                        Stood.in(
                                past,
                                product,
                                release.key(),
                                day,
                                candidates(
                                        past,
                                        product,
                                        day,
                                        Progress.in(snapshot, Part.RELEASE, release.key()))));
    }

    /** What belongs to something now, and what changed since a day. */
    private static Set<ItemKey> candidates(
            Past past, Product product, LocalDate day, Collection<Node> now) {
        var keys = new LinkedHashSet<ItemKey>();
        now.forEach(node -> keys.add(node.item().key()));
        keys.addAll(past.changed(product.code(), day.plusDays(1), FAR));
        return keys;
    }

    private static boolean isUnderRelease(Snapshot snapshot, DayChange change, String release) {
        return snapshot.findItem(change.item())
                .filter(item -> item.level().carriesPoints())
                .filter(item ->
                        snapshot.ancestors(item).stream()
                                .map(node -> node.item().release())
                                .filter(Objects::nonNull)
                                .findFirst()
                                .filter(release::equals)
                                .isPresent())
                .isPresent();
    }

    private static List<Node> all(Node top) {
        var all = new ArrayList<Node>();
        top.walk(all::add);
        return all;
    }

    static Optional<Subject> ofItem(Snapshot snapshot, String code, String key) {
        return ItemKey.parse(key)
                .filter(one -> one.product().equals(code))
                .flatMap(snapshot::findNode)
                .filter(node -> node.item().level().carriesPoints())
                .map(node -> {
                    var item = node.item();
                    var product = snapshot.requireProduct(code);
                    return new Subject(
                            key,
                            item.level().name() + " " + item.title(),
                            key,
                            snapshot.workspace().dayOf(item.createdAt()),
                            item.finish(),
                            (past, day) -> past.standing(item.key(), day),
                            change ->
                                    change.item().equals(item.key())
                                            || snapshot.findItem(change.item())
                                                    .filter(one ->
                                                            one.level().carriesPoints()
                                                                    && snapshot.isUnder(
                                                                            one, item.key()))
                                                    .isPresent(),
                            (past, day) ->
                                    Stood.under(
                                            past,
                                            product,
                                            item.key(),
                                            day,
                                            candidates(past, product, day, all(node))));
                });
    }
}
