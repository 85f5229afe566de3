package greenladder.product;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Release;
import greenladder.core.item.Sprint;
import greenladder.core.item.State;
import greenladder.core.item.States;
import greenladder.core.item.Team;
import greenladder.people.People;
import greenladder.people.People.PersonChanged;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.product.TeamRows.ReleaseRow;
import greenladder.product.TeamRows.SprintRow;
import greenladder.product.TeamRows.TeamMemberRow;
import greenladder.product.TeamRows.TeamProductRow;
import greenladder.product.TeamRows.TeamRow;
import greenladder.product.TeamRows.TeamStateRow;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The teams, and the sprints and releases that work is planned into, as they are kept. */
@Component
@Transactional
public class Teams {
    private static final int LONGEST_NAME = 120;

    private static final int MOST_PARTS = 200;

    private final EntityManager entities;
    private final People people;
    private final ApplicationEventPublisher events;

    /** A team as somebody entered it; what is missing is empty. The key follows from the name. */
    public record TeamForm(
            @Nullable String name,
            @Nullable List<String> members,
            @Nullable List<String> products) {
        public TeamForm {
            name = Objects.requireNonNullElse(name, "");
            members = List.copyOf(Objects.requireNonNullElse(members, List.of()));
            products = List.copyOf(Objects.requireNonNullElse(products, List.of()));
        }

        @Override
        public String name() {
            return Objects.requireNonNull(name);
        }

        @Override
        public List<String> members() {
            return Objects.requireNonNull(members);
        }

        @Override
        public List<String> products() {
            return Objects.requireNonNull(products);
        }
    }

    Teams(EntityManager entities, People people, ApplicationEventPublisher events) {
        this.entities = entities;
        this.people = people;
        this.events = events;
    }

    public List<Team> all() {
        return rows("from TeamRow order by key", TeamRow.class).stream().map(this::team).toList();
    }

    public List<Sprint> allSprints() {
        return rows("from SprintRow order by key", SprintRow.class).stream()
                .map(SprintRow::toSprint)
                .toList();
    }

    public List<Release> allReleases() {
        return rows("from ReleaseRow order by key", ReleaseRow.class).stream()
                .map(ReleaseRow::toRelease)
                .toList();
    }

    public Team add(SignedIn actor, TeamForm form) {
        requireAdministrator(actor);
        var problems = problemsOf(form, "");
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        var key = freeKey(form.name());
        entities.persist(new TeamRow(key, form.name().strip()));
        writeParts(key, form);
        return published(key);
    }

    public Team change(SignedIn actor, String key, TeamForm form) {
        requireAdministrator(actor);
        var row = require(key);
        var problems = problemsOf(form, key);
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        row.name = form.name().strip();
        deleteParts(key);
        writeParts(key, form);
        return published(key);
    }

    /**
     * Takes a team away.
     *
     * @throws Failure.Invalid while something is still with it
     */
    public void remove(SignedIn actor, String key, int items) {
        requireAdministrator(actor);
        var row = require(key);
        long sprints =
                entities.createQuery(
                                "select count(s) from SprintRow s where s.team = :team", Long.class)
                        .setParameter("team", key)
                        .getSingleResult();
        if (items > 0 || sprints > 0) {
            throw new Failure.Invalid(
                    Problems.of(
                            "team",
                            "%s still has %d items and %d sprints; give them to another team first."
                                    .formatted(row.name, items, sprints)));
        }
        deleteParts(key);
        entities.createQuery("delete from TeamStateRow where team = :team")
                .setParameter("team", key)
                .executeUpdate();
        entities.remove(row);
        events.publishEvent(new WorkspaceChanged(workspace -> workspace.withoutTeam(key)));
    }

    /** Whoever has left is in no team any more. */
    @EventListener
    void on(PersonChanged changed) {
        if (changed.person().isHere()) {
            return;
        }
        var handle = changed.person().handle();
        var theirs = all().stream().filter(team -> team.members().contains(handle)).toList();
        entities.createQuery("delete from TeamMemberRow where person = :person")
                .setParameter("person", handle)
                .executeUpdate();
        theirs.forEach(team -> published(team.key()));
    }

    /** Keeps a team's own states of each level named; a part of a larger transaction. */
    public void keepStates(String team, Map<String, States> ownStates) {
        entities.createQuery("delete from TeamStateRow where team = :team")
                .setParameter("team", team)
                .executeUpdate();
        ownStates.forEach((level, states) -> {
            for (int place = 0; place < states.all().size(); place++) {
                entities.persist(new TeamStateRow(team, level, place, states.all().get(place)));
            }
        });
    }

    public void keep(Sprint sprint) {
        entities.merge(new SprintRow(sprint));
        events.publishEvent(new WorkspaceChanged(workspace -> workspace.with(sprint)));
    }

    public void keep(Release release) {
        entities.merge(new ReleaseRow(release));
        events.publishEvent(new WorkspaceChanged(workspace -> workspace.with(release)));
    }

    private List<Problem> problemsOf(TeamForm form, String key) {
        var problems = new ArrayList<Problem>();
        var name = form.name().strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            problems.add(
                    new Problem(
                            "name",
                            "A name of at most %d characters is needed.".formatted(LONGEST_NAME)));
        } else if (rows("from TeamRow", TeamRow.class).stream()
                .anyMatch(row -> row.name.equalsIgnoreCase(name) && !row.key.equals(key))) {
            problems.add(new Problem("name", "There is a team %s already.".formatted(name)));
        }
        if (form.members().size() > MOST_PARTS || form.products().size() > MOST_PARTS) {
            problems.add(
                    new Problem(
                            "members",
                            "A team has at most %d members and %d products."
                                    .formatted(MOST_PARTS, MOST_PARTS)));
            return problems;
        }
        form.members().stream()
                .filter(handle -> people.findByHandle(handle).isEmpty())
                .forEach(handle ->
                        problems.add(
                                new Problem(
                                        "members", "Nobody signs in as “%s”.".formatted(handle))));
        form.products().stream()
                .filter(code -> entities.find(ProductRows.ProductRow.class, code) == null)
                .forEach(code ->
                        problems.add(
                                new Problem(
                                        "products", "There is no product %s.".formatted(code))));
        return problems;
    }

    private String freeKey(String name) {
        var base = Slug.of(name, 30);
        var key = base;
        for (int i = 2; entities.find(TeamRow.class, key) != null; i++) {
            key = base + "-" + i;
        }
        return key;
    }

    private void writeParts(String key, TeamForm form) {
        form.members().stream()
                .distinct()
                .forEach(person -> entities.persist(new TeamMemberRow(key, person)));
        form.products().stream()
                .distinct()
                .forEach(product -> entities.persist(new TeamProductRow(key, product)));
    }

    private void deleteParts(String key) {
        for (var rows : List.of("TeamMemberRow", "TeamProductRow")) {
            entities.createQuery("delete from " + rows + " where team = :team")
                    .setParameter("team", key)
                    .executeUpdate();
        }
    }

    private Team published(String key) {
        entities.flush();
        var team = team(require(key));
        events.publishEvent(new WorkspaceChanged(workspace -> workspace.with(team)));
        return team;
    }

    private TeamRow require(String key) {
        var row = entities.find(TeamRow.class, key);
        if (row == null) {
            throw new Failure.NotFound("There is no team “%s”.".formatted(key));
        }
        return row;
    }

    private Team team(TeamRow row) {
        var members =
                rowsOf(
                                "from TeamMemberRow where team = :team order by person",
                                TeamMemberRow.class,
                                row)
                        .stream()
                        .map(member -> member.person)
                        .toList();
        var products =
                rowsOf(
                                "from TeamProductRow where team = :team order by product",
                                TeamProductRow.class,
                                row)
                        .stream()
                        .map(product -> product.product)
                        .toList();
        var byLevel = new LinkedHashMap<String, List<State>>();
        rowsOf(
                        "from TeamStateRow where team = :team order by level, place",
                        TeamStateRow.class,
                        row)
                .forEach(state ->
                        byLevel.computeIfAbsent(state.level, any -> new ArrayList<>())
                                .add(state.toState()));
        var states = new LinkedHashMap<String, States>();
        byLevel.forEach((level, all) -> states.put(level, new States(all)));
        return new Team(row.key, row.name, members, products, states);
    }

    private static void requireAdministrator(SignedIn actor) {
        if (!actor.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after teams.");
        }
    }

    private <T> List<T> rowsOf(String query, Class<T> type, TeamRow row) {
        return entities.createQuery(query, type).setParameter("team", row.key).getResultList();
    }

    private <T> List<T> rows(String query, Class<T> type) {
        return entities.createQuery(query, type).getResultList();
    }
}
