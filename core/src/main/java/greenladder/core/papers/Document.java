package greenladder.core.papers;

import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * A page beside an item's description, such as a specification: paragraphs that several people
 * write, each on its own.
 *
 * @param key such as {@code msf-d4}
 * @param item the item beside which it stands
 * @param passages in their order
 * @param remarks what was said of passages, in the order in which it was
 */
public record Document(
        String key,
        String product,
        String name,
        ItemKey item,
        List<Passage> passages,
        List<Remark> remarks)
        implements Paper {
    private static final String PASSAGE = "passage.";
    private static final String REMARK = "remark.";
    private static final int PARTS = 3;
    private static final int REMARK_PARTS = 5;

    public Document {
        passages = List.copyOf(passages);
        remarks = List.copyOf(remarks);
    }

    /** What a passage is. */
    public enum Kind {
        HEADING,
        TEXT,
        LINE;

        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Kind> find(String key) {
            return Arrays.stream(values()).filter(kind -> kind.key().equals(key)).findFirst();
        }
    }

    /**
     * @param number within the document; it stays with the passage
     * @param made what was made of it; null where nothing was
     */
    public record Passage(int number, Kind kind, String text, @Nullable ItemKey made) {}

    /**
     * @param passage the number of what it is about
     */
    public record Remark(
            int number, int passage, String who, Instant at, boolean settled, String text) {}

    /** The fact that holds a passage. */
    public static String passageFact(int number) {
        return PASSAGE + number;
    }

    public Optional<Passage> find(int number) {
        return passages.stream().filter(one -> one.number() == number).findFirst();
    }

    /** The number that the next passage gets. */
    public int nextPassage() {
        return passages.stream().mapToInt(Passage::number).max().orElse(0) + 1;
    }

    public int nextRemark() {
        return remarks.stream().mapToInt(Remark::number).max().orElse(0) + 1;
    }

    public Document with(List<Passage> next) {
        return new Document(key, product, name, item, next, remarks);
    }

    public Document saying(List<Remark> next) {
        return new Document(key, product, name, item, passages, next);
    }

    public Document named(String other) {
        return new Document(key, product, other, item, passages, remarks);
    }

    @Override
    public Document keyed(String other) {
        return new Document(other, product, name, item, passages, remarks);
    }

    @Override
    public Optional<Paper> withoutItems(Set<ItemKey> hidden) {
        return hidden.contains(item) ? Optional.empty() : Optional.of(this);
    }

    @Override
    public PlanKey planKey() {
        return new PlanKey(PlanKey.Kind.DOCUMENT, key);
    }

    @Override
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        facts.put("item", item.toString());
        var order = new StringBuilder();
        for (var passage : passages) {
            order.append(order.isEmpty() ? "" : " ").append(passage.number());
            facts.put(
                    passageFact(passage.number()),
                    "%s\t%s\t%s"
                            .formatted(
                                    passage.kind().key(),
                                    passage.made() == null ? "" : passage.made(),
                                    passage.text()));
        }
        if (!order.isEmpty()) {
            facts.put("order", order.toString());
        }
        for (var remark : remarks) {
            facts.put(
                    REMARK + remark.number(),
                    "%d\t%s\t%s\t%s\t%s"
                            .formatted(
                                    remark.passage(),
                                    remark.who(),
                                    remark.at(),
                                    remark.settled() ? "settled" : "",
                                    remark.text()));
        }
        return facts;
    }

    static Document of(String key, Map<String, String> facts) {
        var byNumber = new TreeMap<Integer, Passage>();
        var remarks = new TreeMap<Integer, Remark>();
        facts.forEach((name, text) -> {
            if (name.startsWith(PASSAGE)) {
                int number = Integer.parseInt(name.substring(PASSAGE.length()));
                var parts = text.split("\t", PARTS);
                byNumber.put(
                        number,
                        new Passage(
                                number,
                                Kind.valueOf(parts[0].toUpperCase(Locale.ROOT)),
                                parts[2],
                                ItemKey.parse(parts[1]).orElse(null)));
            } else if (name.startsWith(REMARK)) {
                int number = Integer.parseInt(name.substring(REMARK.length()));
                var parts = text.split("\t", REMARK_PARTS);
                remarks.put(
                        number,
                        new Remark(
                                number,
                                Integer.parseInt(parts[0]),
                                parts[1],
                                Instant.parse(parts[2]),
                                !parts[3].isEmpty(),
                                parts[4]));
            }
        });
        var passages = new ArrayList<Passage>();
        Arrays.stream(facts.getOrDefault("order", "").split(" "))
                .filter(number -> !number.isEmpty())
                .map(Integer::valueOf)
                .map(byNumber::remove)
                .filter(Objects::nonNull)
                .forEach(passages::add);
        // What was brought back while its place was not stands last.
        passages.addAll(byNumber.values());
        return new Document(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                ItemKey.parse(Facts.required(key, facts, "item")).orElseThrow(),
                passages,
                List.copyOf(remarks.values()));
    }
}
