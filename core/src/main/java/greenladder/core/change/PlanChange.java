package greenladder.core.change;

import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * One fact of one part of the plan going from one text to another, null for none. A part is made by
 * its facts being set, and taken away by the inverse.
 *
 * @param fact one of the names of {@link PlanFacts}
 */
public record PlanChange(
        PlanKey subject, String fact, @Nullable String before, @Nullable String after) {

    /** What has to change for parts of one workspace to be as they are in another. */
    public static List<PlanChange> between(
            Workspace before, Workspace after, Collection<PlanKey> subjects) {
        var changes = new ArrayList<PlanChange>();
        for (var subject : subjects) {
            var was = PlanFacts.of(before, subject);
            var is = PlanFacts.of(after, subject);
            var names = new TreeSet<>(was.keySet());
            names.addAll(is.keySet());
            for (var name : names) {
                if (!Objects.equals(was.get(name), is.get(name))) {
                    changes.add(new PlanChange(subject, name, was.get(name), is.get(name)));
                }
            }
        }
        return changes;
    }

    /** The workspace after changes. */
    public static Workspace apply(Workspace workspace, Collection<PlanChange> changes) {
        var facts = new TreeMap<PlanKey, Map<String, String>>();
        for (var change : changes) {
            var its = facts.computeIfAbsent(change.subject(), key -> PlanFacts.of(workspace, key));
            if (change.after() == null) {
                its.remove(change.fact());
            } else {
                its.put(change.fact(), change.after());
            }
        }
        var next = workspace;
        for (var entry : facts.entrySet()) {
            next = PlanFacts.put(next, entry.getKey(), entry.getValue());
        }
        return next;
    }
}
