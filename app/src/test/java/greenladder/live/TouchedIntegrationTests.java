package greenladder.live;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.Target;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.plan.KeepRelease;
import greenladder.core.release.Release;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.store.Undoing;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

/** What open pages are told of an operation. */
public class TouchedIntegrationTests extends RunningDemo {
    @Autowired private CommandGateway gateway;
    @Autowired private Undoing undoing;
    @Autowired private People people;
    @Autowired private SnapshotKeeper keeper;

    private SignedIn ines() {
        return people.findByHandle("ines.rowe").orElseThrow();
    }

    private String tree() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'goal','title':'G','ref':'g'},{'level':'epic','title':'E','parentRef':'g','ref':'e'},{'level':'epic','title':'F','parentRef':'g'},{'level':'story','title':'S','parentRef':'e'}]}");
        return code;
    }

    private static String[] keys(String code, int... numbers) {
        var keys = new String[numbers.length];
        for (int i = 0; i < numbers.length; i++) {
            keys[i] = code + numbers[i];
        }
        return keys;
    }

    @Test
    public void changeShouldTouchItsItemAndAllAbove() {
        var code = tree();
        var saved =
                gateway.submit(
                        ines(), new EditItems(List.of(new ItemKey(code, 4)), Map.of("size", "3")));
        var touched = Touched.by(saved);
        assertThat(touched.items()).containsExactly(keys(code, 1, 2, 4));
        assertThat(touched.products()).containsExactly(code);
        assertThat(touched.many()).isFalse();
        assertThat(keeper.lastOperation()).isEqualTo(saved.operation());
    }

    @Test
    public void changeOfThePlanShouldTouchItsProductsAndBeHiddenWithThem() {
        var code = tree();
        var release = new Release("kept-" + code, code, "Spring", LocalDate.parse("2027-03-01"));
        var saved = gateway.submit(ines(), new KeepRelease(release));
        var touched = Touched.by(saved);
        assertThat(touched.products()).containsExactly(code);
        assertThat(touched.many()).isTrue();
        people.addSamples(
                Map.of(new Person("touched.other", "Sees Less"), Role.TEAM_MEMBER),
                "sea and sound");
        people.changeRoleIn(
                people.findByHandle("edda.quill").orElseThrow(),
                "touched.other",
                code,
                Role.NO_ACCESS);
        var reader = people.findByHandle("touched.other").orElseThrow();
        assertThat(touched.seenBy(reader, saved).isNothing()).isTrue();
    }

    @Test
    public void whatIsForNamedReadersShouldTouchNobodyElse() {
        var code = tree();
        var lio = people.findByHandle("lio.fenn").orElseThrow();
        var hidden =
                gateway.submit(
                        ines(),
                        new EditItems(
                                List.of(new ItemKey(code, 2)), Map.of("readers", "ines.rowe")));
        // What goes out of sight makes pages fetch themselves anew.
        assertThat(Touched.by(hidden).seenBy(lio, hidden).many()).isTrue();
        var below =
                gateway.submit(
                        ines(), new EditItems(List.of(new ItemKey(code, 4)), Map.of("size", "3")));
        assertThat(Touched.by(below).seenBy(lio, below).isNothing()).isTrue();
        assertThat(Touched.by(below).seenBy(ines(), below).items()).hasSize(3);
    }

    @Test
    public void moveShouldTouchBothParents() {
        var code = tree();
        var saved =
                gateway.submit(
                        ines(),
                        new MoveItems(
                                List.of(new ItemKey(code, 4)),
                                new Target.Parent.Under(new ItemKey(code, 3)),
                                new Target.Stay()));
        assertThat(Touched.by(saved).items()).containsExactly(keys(code, 1, 2, 3, 4));
    }

    @Test
    public void deletionShouldTouchWhatIsGone() {
        var code = tree();
        var saved =
                gateway.submit(
                        ines(),
                        new DeleteItems(
                                List.of(new ItemKey(code, 4)), DeleteItems.Children.REFUSE));
        assertThat(Touched.by(saved).items()).containsExactly(keys(code, 1, 2, 4));
        assertThat(Touched.by(undoing.takeBack(ines(), saved.operation())).items())
                .containsExactly(keys(code, 1, 2, 4));
    }

    @Test
    public void manyItemsShouldNotAllBeNamed() {
        var code = api().newProduct();
        var entries = new ArrayList<NewItem>();
        for (int i = 0; i < 500; i++) {
            entries.add(NewItem.of(Map.of("level", "story", "title", "S" + i)));
        }
        var touched = Touched.by(gateway.submit(ines(), new CreateItems(code, entries)));
        assertThat(touched.many()).isTrue();
        assertThat(touched.items()).isEmpty();
        assertThat(touched.products()).containsExactly(code);
    }

    @Test
    public void ranksThatAreOnlyRewrittenShouldTouchNothing() {
        var code = tree();
        var saved = gateway.submit(SignedIn.SYSTEM, new ShortenRanks(new ItemKey(code, 4)));
        assertThat(Touched.by(saved).isNothing()).isTrue();
    }
}
