package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.snapshot.SnapshotDifference;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;
import org.testng.annotations.Test;

/** What is kept is what the log says, and where it is not that is told. */
public class VerificationIntegrationTests extends RunningDemo {
    @Autowired private Verification verification;
    @Autowired private Teams teams;
    @Autowired private People people;
    @Autowired private EntityManager entities;
    @Autowired private TransactionTemplate transactions;

    @Test
    public void sampleWorkspaceShouldBeWhatItsLogSays() {
        api().patch("/items/MSF5", "{'start':'2026-05-01','value':1.125}");
        var edda = people.findByHandle("edda.quill").orElseThrow();
        var team = teams.add(edda, new TeamForm("Keels", List.of(), List.of("MSF"))).team();
        teams.change(edda, team.key(), new TeamForm("Hulls", List.of(), List.of("MSF")));
        teams.change(edda, team.key(), new TeamForm("Keels", List.of(), List.of("MSF")));
        teams.remove(edda, team.key());
        var report = verification.whole();
        assertThat(report.unread()).isEmpty();
        assertThat(report.differences()).isEmpty();
        assertThat(report.operations()).isGreaterThan(100);
    }

    @Test
    public void whatWasDoneSinceTheLastLookShouldBeWhatTheLogSays() {
        verification.sinceLast();
        api().patch("/items/MSF6", "{'value':2.5}");
        var report = verification.sinceLast();
        assertThat(report.agrees()).isTrue();
        assertThat(report.operations()).isPositive();
    }

    @Test
    public void logThatTellsSomethingElseShouldBeNamed() {
        verification.sinceLast();
        api().patch("/items/MSF7", "{'title':'Told as it is'}");
        rewrite("Told as it is", "Told otherwise");
        var report = verification.sinceLast();
        rewrite("Told otherwise", "Told as it is");
        assertThat(report.differences())
                .contains(
                        new SnapshotDifference(
                                new ItemKey("MSF", 7).toString(),
                                "title",
                                "Told otherwise",
                                "Told as it is"));
        assertThat(verification.sinceLast().agrees()).isTrue();
    }

    private void rewrite(String from, String to) {
        transactions.executeWithoutResult(any ->
                entities.createQuery(
                                "update ChangeRow set after = :to where after = :from and subject ="
                                        + " 'MSF7'")
                        .setParameter("to", to)
                        .setParameter("from", from)
                        .executeUpdate());
    }
}
