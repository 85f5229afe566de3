package greenladder.core.release;

import greenladder.core.item.Milestone;
import greenladder.core.value.Facts;
import greenladder.core.workspace.PlanFacts;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What one product, or several together, hand over on one day.
 *
 * @param key short and lasting, such as {@code msf-spring}
 * @param product the code of the product that it belongs to
 * @param others the codes of further products that it is for
 * @param start the first day of the work for it; null where nothing is said
 * @param teams keys of the teams that work for it
 * @param releasedAt null until it is released
 * @param picture as it stood then; null until it is released
 */
public record Release(
        String key,
        String product,
        String name,
        LocalDate date,
        List<String> others,
        @Nullable LocalDate start,
        @Nullable String goal,
        List<String> teams,
        List<Milestone> milestones,
        @Nullable Instant releasedAt,
        @Nullable ReleasePicture picture) {
    private static final String PRODUCT = "product.";
    private static final String TEAM = "team.";
    private static final String MILESTONE = "milestone.";

    public Release {
        others = List.copyOf(others);
        teams = List.copyOf(teams);
        milestones = List.copyOf(milestones);
    }

    public Release(String key, String product, String name, LocalDate date) {
        this(key, product, name, date, List.of(), null, null, List.of(), List.of(), null);
    }

    public Release(
            String key,
            String product,
            String name,
            LocalDate date,
            List<String> others,
            @Nullable LocalDate start,
            @Nullable String goal,
            List<String> teams,
            List<Milestone> milestones,
            @Nullable Instant releasedAt) {
        this(key, product, name, date, others, start, goal, teams, milestones, releasedAt, null);
    }

    public boolean isOf(String code) {
        return product.equals(code) || others.contains(code);
    }

    /** The codes of all products that it is for. */
    public List<String> products() {
        var all = new ArrayList<String>();
        all.add(product);
        all.addAll(others);
        return all;
    }

    public boolean isReleased() {
        return releasedAt != null;
    }

    /** This release without what is said of some products. */
    public Release withoutOthers(Set<String> codes) {
        return new Release(
                key,
                product,
                name,
                date,
                others.stream().filter(code -> !codes.contains(code)).toList(),
                start,
                goal,
                teams,
                milestones,
                releasedAt,
                picture);
    }

    /** This release under another key. */
    public Release keyed(String other) {
        return new Release(
                other,
                product,
                name,
                date,
                others,
                start,
                goal,
                teams,
                milestones,
                releasedAt,
                picture);
    }

    /** This release, released at a time as it stands then, or not released. */
    public Release released(@Nullable Instant at, @Nullable ReleasePicture as) {
        return new Release(
                key, product, name, date, others, start, goal, teams, milestones, at, as);
    }

    public static Release of(String key, Map<String, String> facts) {
        var others = new ArrayList<String>();
        var teams = new ArrayList<String>();
        var milestones = new ArrayList<Milestone>();
        new TreeMap<>(facts)
                .forEach((name, text) -> {
                    if (name.startsWith(PRODUCT)) {
                        others.add(name.substring(PRODUCT.length()));
                    } else if (name.startsWith(TEAM)) {
                        teams.add(name.substring(TEAM.length()));
                    } else if (name.startsWith(MILESTONE)) {
                        var parts = text.split("\t", 2);
                        milestones.add(new Milestone(parts[1], LocalDate.parse(parts[0])));
                    }
                });
        var start = facts.get("start");
        var released = facts.get("releasedAt");
        return new Release(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                LocalDate.parse(Facts.required(key, facts, "date")),
                others,
                start == null ? null : LocalDate.parse(start),
                facts.get("goal"),
                teams,
                milestones,
                released == null ? null : Instant.parse(released),
                ReleasePicture.of(facts));
    }

    /** What it is by name, see {@link PlanFacts}. */
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        facts.put("date", date.toString());
        others.forEach(code -> facts.put(PRODUCT + code, Facts.YES));
        teams.forEach(team -> facts.put(TEAM + team, Facts.YES));
        int place = 0;
        for (var milestone : milestones) {
            facts.put(
                    "%s%03d".formatted(MILESTONE, place++),
                    milestone.date() + "\t" + milestone.name());
        }
        if (start != null) {
            facts.put("start", start.toString());
        }
        if (goal != null) {
            facts.put("goal", goal);
        }
        if (picture != null) {
            facts.putAll(picture.facts());
        }
        if (releasedAt != null) {
            facts.put("releasedAt", releasedAt.toString());
        }
        return facts;
    }
}
