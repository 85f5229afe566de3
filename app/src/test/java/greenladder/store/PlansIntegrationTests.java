package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.RunningDemo;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.plan.AgreeOn;
import greenladder.core.plan.KeepCalendar;
import greenladder.core.plan.KeepSprints;
import greenladder.core.plan.SprintEntry;
import greenladder.core.plan.SprintReport;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Calendar;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.log.ChangeLog;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import greenladder.web.Failure;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

/** Plans go through the same gateway as items: with rights, in the log, and to be taken back. */
public class PlansIntegrationTests extends RunningDemo {
    @Autowired private CommandGateway gateway;
    @Autowired private Undoing undoing;
    @Autowired private ChangeLog log;
    @Autowired private SnapshotKeeper keeper;
    @Autowired private ItemStore store;
    @Autowired private People people;
    @Autowired private Teams teams;
    @Autowired private SprintEntries ledgers;

    private SignedIn person(String handle) {
        return people.findByHandle(handle).orElseThrow();
    }

    private Team team(String name, String... codes) {
        return teams.add(
                        person("edda.quill"),
                        new TeamForm(name, List.of("oona.marsh"), List.of(codes)))
                .team();
    }

    private static Sprint sprint(Team team, String key) {
        return new Sprint(
                key,
                team.key(),
                "One",
                LocalDate.parse("2027-01-04"),
                LocalDate.parse("2027-01-15"),
                null,
                null);
    }

    @Test
    public void whatWasPlannedShouldBeKeptAsItStandsInMemory() {
        var team = team("Ferns", api().newProduct());
        gateway.submit(person("edda.quill"), KeepSprints.of(sprint(team, "ferns-1")));
        var loaded = new SnapshotKeeper(store, log, ledgers, Clock.systemUTC()).whole().workspace();
        assertThat(loaded.findTeam(team.key())).contains(team);
        assertThat(loaded.findSprint("ferns-1")).contains(sprint(team, "ferns-1"));
    }

    @Test
    public void changeOfTeamShouldBeLoggedFactByFactAndTakenBack() {
        var code = api().newProduct();
        var team = team("Mosses", code);
        var edda = person("edda.quill");
        teams.change(
                edda,
                team.key(),
                new TeamForm("Lichens", List.of("oona.marsh", "tam.keel"), List.of(code)));
        long operation = log.lastOperation();
        assertThat(log.planChangesOf(operation))
                .extracting(change -> change.fact() + "=" + change.after())
                .containsExactly("member.tam.keel=yes", "name=Lichens");
        var undone = undoing.takeBack(edda, operation);
        assertThat(keeper.whole().workspace().findTeam(team.key())).contains(team);
        var redone = undoing.takeBack(edda, undone.operation());
        assertThat(redone.accepted().after().workspace().findTeam(team.key()).orElseThrow().name())
                .isEqualTo("Lichens");
    }

    @Test
    public void changeOfPlanThatWasChangedAgainShouldNotBeTakenBackAndSayWhy() {
        var team = team("Reeds", api().newProduct());
        var edda = person("edda.quill");
        teams.change(edda, team.key(), new TeamForm("Rushes", List.of(), team.products()));
        long operation = log.lastOperation();
        teams.change(edda, team.key(), new TeamForm("Sedges", List.of(), team.products()));
        assertThatThrownBy(() -> undoing.takeBack(edda, operation))
                .isInstanceOf(Failure.Invalid.class)
                .hasMessageContaining("Sedges was changed again in the meantime (name)");
    }

    @Test
    public void sprintShouldNotBeUnmadeWhileItemsAreInIt() {
        var code = api().newProduct();
        var team = team("Alders", code);
        var edda = person("edda.quill");
        var made = gateway.submit(edda, KeepSprints.of(sprint(team, "alders-1")));
        gateway.submit(
                edda,
                new CreateItems(
                        code,
                        List.of(
                                NewItem.of(
                                        Map.of(
                                                "level",
                                                "story",
                                                "title",
                                                "One",
                                                "sprint",
                                                "alders-1")))));
        assertThatThrownBy(() -> undoing.takeBack(edda, made.operation()))
                .isInstanceOf(Failure.Invalid.class)
                .hasMessageContaining("One holds 1 item");
        var moved =
                new Sprint(
                        "alders-1",
                        team.key(),
                        "One",
                        LocalDate.parse("2027-01-04"),
                        LocalDate.parse("2027-01-22"),
                        null,
                        null);
        assertThat(
                        gateway.submit(edda, KeepSprints.of(moved))
                                .accepted()
                                .after()
                                .requireNode(new ItemKey(code, 1))
                                .rollUp()
                                .dates()
                                .finish())
                .isEqualTo("2027-01-22");
    }

    @Test
    public void onlyWhoeverPlansForTheTeamShouldChangeItsSprintsAndAdministratorsTeams() {
        var team = team("Willows", api().newProduct());
        var sprint = sprint(team, "willows-1");
        assertThatThrownBy(() -> gateway.submit(person("oona.marsh"), KeepSprints.of(sprint)))
                .isInstanceOf(Failure.Forbidden.class);
        assertThatThrownBy(() -> teams.remove(person("ines.rowe"), team.key()))
                .isInstanceOf(Failure.Forbidden.class)
                .hasMessageContaining("Administrators look after teams");
        gateway.submit(person("ines.rowe"), KeepSprints.of(sprint));
        assertThatThrownBy(() -> teams.remove(person("edda.quill"), team.key()))
                .isInstanceOf(Failure.Invalid.class)
                .hasMessageContaining("0 items and 1 sprints");
        assertThat(PlanKey.parse("sprint:willows-1")).contains(PlanKey.sprint("willows-1"));
    }

    @Test
    public void ledgersShouldBeMadeAnewOutOfTheLog() {
        var workspace = keeper.whole().workspace();

        var replayed = LedgerReplay.of(log, workspace);

        for (var key : List.of("gannet-4", "lantern-6", "lantern-7")) {
            var sprint = workspace.findSprint(key).orElseThrow();
            var anew = replayed.stream().filter(one -> one.sprint().equals(key)).toList();
            assertThat(report(sprint, anew)).isEqualTo(report(sprint, ledgers.of(key)));
            assertThat(report(sprint, anew).committed()).isNotNull();
        }
    }

    private SprintReport report(Sprint sprint, List<SprintEntry> entries) {
        return SprintReport.of(
                sprint,
                Calendar.USUAL,
                entries,
                ZoneOffset.UTC,
                Instant.parse("2027-01-01T00:00:00Z"));
    }

    @Test
    public void teamShouldAgreeAndItsLeadShouldKeepItsCalendar() {
        var code = api().newProduct();
        var team = team("Brambles", code);
        var sprint = sprint(team, "brambles-1");
        gateway.submit(person("ines.rowe"), KeepSprints.of(sprint));
        var made =
                gateway.submit(
                        person("ines.rowe"),
                        new CreateItems(
                                code,
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level",
                                                        "story",
                                                        "title",
                                                        "S",
                                                        "sprint",
                                                        sprint.key())))));
        var calendar =
                new KeepCalendar(
                        team.key(),
                        Calendar.USUAL.withHolidays(
                                new TreeMap<>(Map.of(LocalDate.parse("2027-01-06"), "Frost"))));

        gateway.submit(
                person("oona.marsh"), new AgreeOn(sprint.key(), made.items().getFirst(), true));
        assertThatThrownBy(() -> gateway.submit(person("oona.marsh"), calendar))
                .isInstanceOf(Failure.Forbidden.class);
        gateway.submit(person("bram.holt"), calendar);

        var workspace = keeper.whole().workspace();
        assertThat(workspace.findSprint(sprint.key()).orElseThrow().plan().agreed()).hasSize(1);
        assertThat(workspace.findTeam(team.key()).orElseThrow().calendar().holidays()).hasSize(1);
    }
}
