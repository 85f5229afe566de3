package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Problem;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** How often somebody may fail, and what names and passwords have to be. */
public class AttemptLimitTests {
    @Test
    public void sourceShouldWaitAfterSoManyFailures() {
        var limit = new AttemptLimit();
        for (int i = 0; i < 3; i++) {
            assertThat(limit.mayTry("one", 3)).isTrue();
            limit.noteFailure("one", 3);
        }
        assertThat(limit.mayTry("one", 3)).isFalse();
        assertThat(limit.mayTry("another", 3)).isTrue();
        limit.forget("one");
        assertThat(limit.mayTry("one", 3)).isTrue();
    }

    @Test
    public void secretsShouldDifferAndKeepNothingOfThemselvesInTheirHash() {
        var secret = Secrets.fresh();
        assertThat(secret).hasSize(32).isNotEqualTo(Secrets.fresh());
        assertThat(Secrets.hash(secret)).hasSize(64).doesNotContain(secret);
        assertThat(Secrets.hash("abc"))
                .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    }

    @DataProvider
    public Object[][] rules() {
        return new Object[][] {
            {PersonRules.name("Oona Marsh"), true},
            {PersonRules.name(" "), false},
            {PersonRules.name("x".repeat(121)), false},
            {PersonRules.handle("oona.marsh"), true},
            {PersonRules.handle("o2"), true},
            {PersonRules.handle("Oona"), false},
            {PersonRules.handle("oona."), false},
            {PersonRules.handle("o"), false},
            {PersonRules.handle("system"), false},
            {PersonRules.handle("a".repeat(61)), false},
            {PersonRules.password("ten letters"), true},
            {PersonRules.password("nine char"), false},
            {PersonRules.password("ö".repeat(40)), false},
        };
    }

    @Test(dataProvider = "rules")
    public void ruleShouldTellWhatIsWrong(Optional<Problem> problem, boolean right) {
        assertThat(problem.isEmpty()).isEqualTo(right);
        problem.ifPresent(one -> assertThat(one.message()).endsWith("."));
    }
}
