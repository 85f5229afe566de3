package greenladder.panel;

import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.snapshot.HiddenScope;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What stands beside an item: tests that cover it, pages, and who alone may see it.
 *
 * @param readers in words; empty where everybody may
 */
public record ItemPapers(List<Entry> tests, List<Entry> pages, String readers) {

    /**
     * @param words what came of a test the last time; empty for a page
     */
    public record Entry(String name, String words, String url) {}

    static ItemPapers of(Snapshot snapshot, Item item) {
        var papers = snapshot.workspace().papers();
        var product = item.key().product();
        return new ItemPapers(
                papers.testsOf(item.key()).stream()
                        .map(test ->
                                new Entry(
                                        test.name(),
                                        papers.lastResult(product, test.key())
                                                .map(one -> one.passed() ? "passed" : "failed")
                                                .orElse("not tried yet"),
                                        "/%s/tests#check-%s".formatted(product, test.key())))
                        .toList(),
                papers.pagesOf(item.key()).stream()
                        .map(one ->
                                new Entry(
                                        one.name(),
                                        "",
                                        "/%s/pages?of=%s".formatted(product, one.key())))
                        .toList(),
                HiddenScope.readersOf(snapshot, item)
                        .map(people ->
                                "Only %s see this and what is below it."
                                        .formatted(
                                                people.stream()
                                                        .map(who ->
                                                                snapshot.findPerson(who)
                                                                        .map(Person::name)
                                                                        .orElse(who))
                                                        .collect(Collectors.joining(", "))))
                        .orElse(""));
    }
}
