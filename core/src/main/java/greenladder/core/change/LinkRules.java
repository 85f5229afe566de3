package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What holds for links between items, whatever led to them: a command that made one, one that was
 * taken back, or a move that brings an item under another.
 *
 * @param after the snapshot with all changes
 */
record LinkRules(Snapshot after, ProblemCollector found) {
    private static final Amount ALL = Amount.of(100);
    private static final int MOST = 200;

    void check(List<Change> changes) {
        for (var change : changes) {
            if (change.field().isLink() && change.after() != null) {
                after.findItem(change.item())
                        .ifPresent(item ->
                                new Links(after)
                                        .from(item).stream()
                                                .filter(one ->
                                                        one.link().field().equals(change.field()))
                                                .forEach(this::check));
            } else if (change.field() == Field.PARENT && change.after() != null) {
                after.findNode(change.item()).ifPresent(this::checkMoved);
            }
            if (!found.isEmpty()) {
                return;
            }
        }
    }

    private void check(Linked linked) {
        if (linked.from().details().trace().size() > MOST) {
            wrong("to", "%s has at most %d links.", linked.from().key(), MOST);
        } else if (linked.link().type() == LinkType.DEPENDS_ON) {
            checkDependency(linked);
        } else if (linked.link().type() == LinkType.CONTRIBUTES_TO) {
            checkShares(linked);
        }
    }

    /** What stands below an item has other items above it once that is moved. */
    private void checkMoved(Node moved) {
        var links = new Links(after);
        if (!links.hasDependencies()) {
            return;
        }
        below(moved)
                .flatMap(item ->
                        Stream.concat(links.needs(item).stream(), links.neededBy(item).stream()))
                .takeWhile(linked -> found.isEmpty())
                .forEach(this::checkDependency);
    }

    private static Stream<Item> below(Node node) {
        return Stream.concat(
                Stream.of(node.item()), node.children().stream().flatMap(LinkRules::below));
    }

    private void checkDependency(Linked linked) {
        var from = linked.from();
        var to = linked.to();
        var links = new Links(after);
        if (links.isOneWay(from, to)) {
            wrong(
                    "to",
                    "%s cannot depend on %s: %s stands under %s.",
                    from.key(),
                    to.key(),
                    after.isUnder(from, to.key()) ? from.key() : to.key(),
                    after.isUnder(from, to.key()) ? to.key() : from.key());
            return;
        }
        var way = links.wayBack(to, from);
        if (!way.isEmpty()) {
            var circle = new ArrayList<>(List.of(linked));
            circle.addAll(way);
            wrong("to", "That would be a circle: %s.", inWords(circle));
        }
    }

    /** Such as "MSF1 depends on MSF2, MSF3 under MSF2 depends on MSF1". */
    private String inWords(List<Linked> circle) {
        var words = new ArrayList<String>();
        for (int i = 0; i < circle.size(); i++) {
            var one = circle.get(i);
            var before = i == 0 ? one.from() : circle.get(i - 1).to();
            var key = one.from().key();
            var who =
                    key.equals(before.key())
                            ? key.toString()
                            : after.isUnder(one.from(), before.key())
                                    ? "%s under %s".formatted(key, before.key())
                                    : "%s above %s".formatted(key, before.key());
            words.add("%s depends on %s".formatted(who, one.to().key()));
        }
        return String.join(", ", words);
    }

    private void checkShares(Linked linked) {
        var from = linked.from();
        var share = linked.link().share();
        if (linked.to().parent() != null || !linked.to().level().equals(top(linked.to()))) {
            wrong(
                    "to",
                    "%s is no %s.",
                    linked.to().key(),
                    top(linked.to()).name().toLowerCase(Locale.ROOT));
        } else if (after.isUnder(from, linked.to().key())) {
            wrong("to", "%s stands under %s already.", from.key(), linked.to().key());
        } else if (share == null || share.thousandths() <= 0 || share.compareTo(ALL) > 0) {
            wrong("share", "The share is a percentage above 0 and up to 100.");
        } else {
            var sum =
                    from.details().trace().stream()
                            .filter(one -> one.type() == LinkType.CONTRIBUTES_TO)
                            .map(one -> one.share() == null ? Amount.ZERO : one.share())
                            .reduce(Amount.ZERO, Amount::plus);
            if (sum.compareTo(ALL) > 0) {
                wrong("share", "The shares of %s come to %s %%; 100 is all.", from.key(), sum);
            }
        }
    }

    private Level top(Item item) {
        return after.requireProduct(item.key().product()).levels().top();
    }

    private void wrong(String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }
}
