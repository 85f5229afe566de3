package greenladder.card;

import greenladder.card.ItemCard.Assignee;
import greenladder.card.ItemCard.Size;
import greenladder.card.ItemCard.Standing;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.RungMark;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import java.util.function.Predicate;

/**
 * Makes the cards of one page.
 *
 * @param picked whether an item is the one that is looked at
 */
public record ItemCards(Snapshot snapshot, Rights rights, SignedIn reader, Predicate<Item> picked) {

    public ItemCard of(Node node) {
        var item = node.item();
        var product = snapshot.requireProduct(item.key().product());
        var person = snapshot.findPerson(item.assignee());
        return new ItemCard(
                item.key().toString(),
                item.level().index(),
                RungMark.of(product.levels(), item.level()),
                item.title(),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                size(node),
                new Assignee(
                        person.map(Person::initials).orElse(""),
                        person.map(Person::name).orElse("")),
                new Standing(
                        item.state().name(),
                        item.category().name(),
                        rights.mayEdit(reader, item, Field.STATE)),
                picked.test(item));
    }

    private Size size(Node node) {
        var item = node.item();
        boolean isSized = item.level().carriesPoints();
        var field = isSized ? Field.SIZE : Field.HOURS_REMAINING;
        return new Size(
                isSized ? SizeWords.of(snapshot, node) : hours(item),
                field.label(),
                !node.rollUp().hasPointChildren() && rights.mayEdit(reader, item, field));
    }

    private static String hours(Item item) {
        return item.remainingHours() == null ? "" : Words.of(item.remainingHours()) + " h";
    }
}
