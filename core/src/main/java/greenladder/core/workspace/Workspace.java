package greenladder.core.workspace;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.level.States;
import greenladder.core.papers.Paper;
import greenladder.core.papers.Papers;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.pcollections.PMap;
import org.pcollections.TreePMap;

/**
 * What items refer to: products with their levels, people, teams, sprints and releases, each by its
 * key and in the order of the keys; and the papers beside them. Immutable.
 *
 * @param zone in which days begin and end
 */
public record Workspace(
        ZoneId zone,
        PMap<String, Product> productsByCode,
        PMap<String, Person> peopleByHandle,
        PMap<String, Team> teamsByKey,
        PMap<String, Sprint> sprintsByKey,
        PMap<String, Release> releasesByKey,
        Papers papers) {
    public static final Workspace EMPTY =
            new Workspace(
                    ZoneOffset.UTC,
                    TreePMap.empty(),
                    TreePMap.empty(),
                    TreePMap.empty(),
                    TreePMap.empty(),
                    TreePMap.empty(),
                    Papers.NONE);

    /** This workspace with days that begin and end in a time zone. */
    public Workspace in(ZoneId other) {
        return new Workspace(
                other,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                papers);
    }

    /** The day of a moment. */
    public LocalDate dayOf(Instant at) {
        return LocalDate.ofInstant(at, zone);
    }

    public Workspace with(Product product) {
        return new Workspace(
                zone,
                productsByCode.plus(product.code(), product),
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                papers);
    }

    public Workspace with(Person person) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle.plus(person.handle(), person),
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                papers);
    }

    public Workspace with(Team team) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey.plus(team.key(), team),
                sprintsByKey,
                releasesByKey,
                papers);
    }

    Workspace withoutProduct(String code) {
        return new Workspace(
                zone,
                productsByCode.minus(code),
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                papers);
    }

    Workspace withoutPerson(String handle) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle.minus(handle),
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                papers);
    }

    public Workspace withoutTeam(String key) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey.minus(key),
                sprintsByKey,
                releasesByKey,
                papers);
    }

    public Workspace withoutSprint(String key) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey.minus(key),
                releasesByKey,
                papers);
    }

    public Workspace withoutRelease(String key) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey.minus(key),
                papers);
    }

    /**
     * This workspace as if some products were not there, nor their releases, nor the sprints of
     * teams that work for nothing else.
     */
    public Workspace withoutProducts(Set<String> codes) {
        var teams = teamsByKey;
        var unseen = new HashSet<String>();
        for (var team : teamsByKey.values()) {
            var left = team.products().stream().filter(code -> !codes.contains(code)).toList();
            if (left.isEmpty() && !team.products().isEmpty()) {
                unseen.add(team.key());
            }
            teams =
                    teams.plus(
                            team.key(),
                            team.with(team.name(), team.members(), left, team.ownStates()));
        }
        var hidden =
                releasesByKey.values().stream()
                        .filter(release -> codes.contains(release.product()))
                        .map(Release::key)
                        .toList();
        var releases = releasesByKey.minusAll(hidden);
        for (var release : releases.values()) {
            if (release.others().stream().anyMatch(codes::contains)) {
                releases = releases.plus(release.key(), release.withoutOthers(codes));
            }
        }
        return new Workspace(
                zone,
                productsByCode.minusAll(codes),
                peopleByHandle,
                teams,
                sprintsByKey.minusAll(
                        sprintsByKey.values().stream()
                                .filter(sprint -> unseen.contains(sprint.team()))
                                .map(Sprint::key)
                                .toList()),
                releases,
                papers.withoutProducts(codes));
    }

    /** This workspace as if nothing of some items had been kept with sprints and papers. */
    public Workspace withoutItems(Set<ItemKey> hidden) {
        var sprints = sprintsByKey;
        for (var sprint : sprintsByKey.values()) {
            var seen = sprint.withoutItems(hidden);
            if (seen != sprint) {
                sprints = sprints.plus(sprint.key(), seen);
            }
        }
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprints,
                releasesByKey,
                papers.withoutItems(hidden));
    }

    public Workspace with(Sprint sprint) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey.plus(sprint.key(), sprint),
                releasesByKey,
                papers);
    }

    public Workspace with(Release release) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey.plus(release.key(), release),
                papers);
    }

    public Workspace with(Paper paper) {
        return withPapers(papers.with(paper));
    }

    public Workspace without(PlanKey paper) {
        return withPapers(papers.without(paper));
    }

    private Workspace withPapers(Papers next) {
        return new Workspace(
                zone,
                productsByCode,
                peopleByHandle,
                teamsByKey,
                sprintsByKey,
                releasesByKey,
                next);
    }

    public Collection<Product> products() {
        return productsByCode.values();
    }

    public Optional<Product> findProduct(String code) {
        return Optional.ofNullable(productsByCode.get(code));
    }

    public Product requireProduct(String code) {
        return findProduct(code)
                .orElseThrow(() -> new IllegalArgumentException("no product " + code));
    }

    public Optional<Person> findPerson(@Nullable String handle) {
        return handle == null ? Optional.empty() : Optional.ofNullable(peopleByHandle.get(handle));
    }

    /** People who can be given work, by name. */
    public List<Person> peopleAtWork() {
        return peopleByHandle.values().stream()
                .filter(person -> !person.gone())
                .sorted(Comparator.comparing(Person::name).thenComparing(Person::handle))
                .toList();
    }

    /** The sign-in names of a team's members who have not left. */
    public List<String> membersAtWork(Team team) {
        return team.members().stream()
                .filter(handle -> findPerson(handle).filter(Person::isHere).isPresent())
                .toList();
    }

    public Optional<Team> findTeam(@Nullable String key) {
        return key == null ? Optional.empty() : Optional.ofNullable(teamsByKey.get(key));
    }

    public List<Team> teamsOf(String product) {
        return teamsByKey.values().stream()
                .filter(team -> team.products().contains(product))
                .toList();
    }

    /** The products that a team works for, of those that are there. */
    public List<Product> productsOf(Team team) {
        return team.products().stream().flatMap(code -> findProduct(code).stream()).toList();
    }

    /** The products that a part of the plan is about; none where it is not there. */
    public List<String> productsOf(PlanKey subject) {
        var key = subject.key();
        return switch (subject.kind()) {
            case PERSON -> List.of();
            case PRODUCT -> findProduct(key).stream().map(Product::code).toList();
            case TEAM -> findTeam(key).map(Team::products).orElse(List.of());
            case SPRINT ->
                    findSprint(key)
                            .flatMap(sprint -> findTeam(sprint.team()))
                            .map(Team::products)
                            .orElse(List.of());
            case RELEASE -> findRelease(key).map(Release::products).orElse(List.of());
            case BASELINE, TEST, ROUND, REVIEW, DOCUMENT ->
                    papers.find(subject).map(paper -> List.of(paper.product())).orElse(List.of());
        };
    }

    public Optional<Sprint> findSprint(@Nullable String key) {
        return key == null ? Optional.empty() : Optional.ofNullable(sprintsByKey.get(key));
    }

    public Optional<Release> findRelease(@Nullable String key) {
        return key == null ? Optional.empty() : Optional.ofNullable(releasesByKey.get(key));
    }

    /**
     * The sprints that an item can be planned into, by start: those of its team that are not
     * closed, or of all teams of its product where it has none, and the one that it is in.
     */
    public List<Sprint> openSprintsFor(Item item) {
        var teams =
                item.team() != null
                        ? List.of(item.team())
                        : teamsOf(item.key().product()).stream().map(Team::key).toList();
        return sprintsByKey.values().stream()
                .filter(sprint ->
                        teams.contains(sprint.team()) && !sprint.isClosed()
                                || sprint.key().equals(item.sprint()))
                .sorted(Comparator.comparing(Sprint::start).thenComparing(Sprint::key))
                .toList();
    }

    /** A product's releases, by date. */
    public List<Release> releasesOf(String product) {
        return releasesByKey.values().stream()
                .filter(release -> release.isOf(product))
                .sorted(Comparator.comparing(Release::date).thenComparing(Release::key))
                .toList();
    }

    /** The states of a level's items: the team's own where it has some, else the level's. */
    public States statesOf(Level level, @Nullable String team) {
        return findTeam(team)
                .map(found -> found.ownStates().get(level.key()))
                .orElse(level.states());
    }

    public States statesOf(Item item) {
        return statesOf(item.level(), item.team());
    }
}
