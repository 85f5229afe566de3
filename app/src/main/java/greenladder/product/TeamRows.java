package greenladder.product;

import greenladder.core.item.Category;
import greenladder.core.item.Release;
import greenladder.core.item.Sprint;
import greenladder.core.item.State;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** The tables of teams, of their own states, and of what is planned into. */
final class TeamRows {
    private TeamRows() {}

    @Entity(name = "TeamRow")
    @Table(name = "team")
    static class TeamRow {
        @Id
        @Column(name = "team_key")
        String key = "";

        String name = "";

        TeamRow() {}

        TeamRow(String key, String name) {
            this.key = key;
            this.name = name;
        }
    }

    @Entity(name = "TeamMemberRow")
    @Table(name = "team_member")
    @IdClass(TeamMemberRow.Key.class)
    static class TeamMemberRow {
        @Id String team = "";
        @Id String person = "";

        record Key(String team, String person) implements Serializable {}

        TeamMemberRow() {}

        TeamMemberRow(String team, String person) {
            this.team = team;
            this.person = person;
        }
    }

    @Entity(name = "TeamProductRow")
    @Table(name = "team_product")
    @IdClass(TeamProductRow.Key.class)
    static class TeamProductRow {
        @Id String team = "";
        @Id String product = "";

        record Key(String team, String product) implements Serializable {}

        TeamProductRow() {}

        TeamProductRow(String team, String product) {
            this.team = team;
            this.product = product;
        }
    }

    @Entity(name = "TeamStateRow")
    @Table(name = "team_state")
    @IdClass(TeamStateRow.Id.class)
    static class TeamStateRow {
        @jakarta.persistence.Id String team = "";

        @jakarta.persistence.Id
        @Column(name = "level_key")
        String level = "";

        @jakarta.persistence.Id int place;

        @Column(name = "state_key")
        String key = "";

        String name = "";

        @Enumerated(EnumType.STRING)
        Category category = Category.TO_DO;

        record Id(String team, String level, int place) implements Serializable {}

        TeamStateRow() {}

        TeamStateRow(String team, String level, int place, State state) {
            this.team = team;
            this.level = level;
            this.place = place;
            this.key = state.key();
            this.name = state.name();
            this.category = state.category();
        }

        State toState() {
            return new State(key, name, category);
        }
    }

    @Entity(name = "SprintRow")
    @Table(name = "sprint")
    static class SprintRow {
        @Id
        @Column(name = "sprint_key")
        String key = "";

        String team = "";
        String name = "";

        @Column(name = "start_day")
        LocalDate start = LocalDate.EPOCH;

        @Column(name = "finish_day")
        LocalDate finish = LocalDate.EPOCH;

        @Column(name = "started_at")
        @Nullable Instant startedAt;

        @Column(name = "closed_at")
        @Nullable Instant closedAt;

        SprintRow() {}

        SprintRow(Sprint sprint) {
            key = sprint.key();
            team = sprint.team();
            name = sprint.name();
            start = sprint.start();
            finish = sprint.finish();
            startedAt = sprint.startedAt();
            closedAt = sprint.closedAt();
        }

        Sprint toSprint() {
            return new Sprint(key, team, name, start, finish, startedAt, closedAt);
        }
    }

    @Entity(name = "ReleaseRow")
    @Table(name = "product_release")
    static class ReleaseRow {
        @Id
        @Column(name = "release_key")
        String key = "";

        String product = "";
        String name = "";

        @Column(name = "release_day")
        LocalDate date = LocalDate.EPOCH;

        ReleaseRow() {}

        ReleaseRow(Release release) {
            key = release.key();
            product = release.product();
            name = release.name();
            date = release.date();
        }

        Release toRelease() {
            return new Release(key, product, name, date);
        }
    }
}
