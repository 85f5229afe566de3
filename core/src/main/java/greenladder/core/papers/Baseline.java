package greenladder.core.papers;

import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A named moment of a product, or of an item with all below it, to which later ones are compared.
 *
 * @param key such as {@code msf-b3}
 * @param under null for the whole product
 * @param by sign-in name of who took it
 */
public record Baseline(
        String key, String product, String name, @Nullable ItemKey under, Instant at, String by)
        implements Paper {
    @Override
    public Baseline keyed(String other) {
        return new Baseline(other, product, name, under, at, by);
    }

    @Override
    public Optional<Paper> withoutItems(Set<ItemKey> hidden) {
        return under != null && hidden.contains(under) ? Optional.empty() : Optional.of(this);
    }

    @Override
    public PlanKey planKey() {
        return new PlanKey(PlanKey.Kind.BASELINE, key);
    }

    @Override
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        facts.put("at", at.toString());
        facts.put("by", by);
        if (under != null) {
            facts.put("under", under.toString());
        }
        return facts;
    }

    static Baseline of(String key, Map<String, String> facts) {
        var under = facts.get("under");
        return new Baseline(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                under == null ? null : ItemKey.parse(under).orElseThrow(),
                Instant.parse(Facts.required(key, facts, "at")),
                Facts.required(key, facts, "by"));
    }
}
