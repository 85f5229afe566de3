package greenladder.core.workspace;

import greenladder.core.papers.Paper;
import greenladder.core.people.Person;
import greenladder.core.product.ProductFacts;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Parts of the plan and of the set-up as named texts, which is how they are kept, logged, compared
 * and taken back: a team's members are a fact each, so that two who change one team at once seldom
 * meet.
 */
public final class PlanFacts {
    private PlanFacts() {}

    /** The facts of a part of the plan, by name; none where it is not there. */
    public static SortedMap<String, String> of(Workspace workspace, PlanKey subject) {
        var key = subject.key();
        var facts =
                switch (subject.kind()) {
                    case PERSON -> workspace.findPerson(key).map(Person::facts);
                    case PRODUCT -> workspace.findProduct(key).map(ProductFacts::of);
                    case TEAM -> workspace.findTeam(key).map(Team::facts);
                    case SPRINT -> workspace.findSprint(key).map(Sprint::facts);
                    case RELEASE -> workspace.findRelease(key).map(Release::facts);
                    case BASELINE, TEST, ROUND, REVIEW, DOCUMENT ->
                            workspace.papers().find(subject).map(Paper::facts);
                };
        return facts.map(found -> (SortedMap<String, String>) new TreeMap<>(found))
                .orElseGet(TreeMap::new);
    }

    /**
     * A workspace in which a part of the plan has these facts and no others.
     *
     * @param facts as {@link #of} gives them; none takes it away
     */
    public static Workspace put(Workspace workspace, PlanKey subject, Map<String, String> facts) {
        var key = subject.key();
        return switch (subject.kind()) {
            case PERSON ->
                    facts.isEmpty()
                            ? workspace.withoutPerson(key)
                            : workspace.with(Person.of(key, facts));
            case PRODUCT ->
                    facts.isEmpty()
                            ? workspace.withoutProduct(key)
                            : workspace.with(ProductFacts.read(key, facts));
            case TEAM ->
                    facts.isEmpty()
                            ? workspace.withoutTeam(key)
                            : workspace.with(Team.of(key, facts));
            case SPRINT ->
                    facts.isEmpty()
                            ? workspace.withoutSprint(key)
                            : workspace.with(Sprint.of(key, facts));
            case RELEASE ->
                    facts.isEmpty()
                            ? workspace.withoutRelease(key)
                            : workspace.with(Release.of(key, facts));
            case BASELINE, TEST, ROUND, REVIEW, DOCUMENT ->
                    facts.isEmpty()
                            ? workspace.without(subject)
                            : workspace.with(Paper.of(subject, facts));
        };
    }
}
