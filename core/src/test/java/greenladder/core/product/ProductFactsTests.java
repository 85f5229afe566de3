package greenladder.core.product;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.item.CustomField;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.score.Formula;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

/** What is set up is the same after it was kept as facts. */
public class ProductFactsTests {
    private static final Template TEMPLATE =
            new Template(
                    "bug",
                    "Bug\tfrom the piers",
                    "story",
                    "bug",
                    null,
                    "Pier: ",
                    Map.of("description", "What is seen\nand where\\when", "custom.at", "now"),
                    List.of("Make it happen again", "Mend it"));

    private static Workspace workspace(Product product) {
        return Workspace.EMPTY.with(product);
    }

    @Test
    public void productShouldBeTheSameAfterItsFacts() {
        var product =
                new Product("MSF", "Crossing", StandardLevels.six())
                        .withFields(
                                List.of(
                                        new CustomField(
                                                "zone",
                                                "Zone",
                                                CustomField.Type.ONE_OF,
                                                List.of("North\tpier", "South")),
                                        new CustomField(
                                                "at", "At", CustomField.Type.TEXT, List.of())))
                        .withTemplates(List.of(TEMPLATE))
                        .withRefining(
                                new Refining(
                                        List.of(new Band("now", "Now"), new Band("later", "Later")),
                                        Formula.PRESETS.getFirst().factors(),
                                        "",
                                        Scale.SHIRTS,
                                        Refining.STANDARD.checks(),
                                        true,
                                        true,
                                        List.of("leak", "bug")));
        var key = PlanKey.product("MSF");
        var facts = PlanFacts.of(workspace(product), key);
        assertThat(PlanFacts.put(Workspace.EMPTY, key, facts).requireProduct("MSF"))
                .isEqualTo(product);
        assertThat(PlanFacts.put(workspace(product), key, Map.of()).products()).isEmpty();
    }

    @Test
    public void personShouldBeTheSameAfterTheirFacts() {
        var person =
                new Person("ama.teal", "Ama Teal")
                        .as(Role.TEAM_LEAD)
                        .asIn("MSF", Role.NO_ACCESS)
                        .asIn("QUA", Role.STAKEHOLDER)
                        .asIn("QUA", null)
                        .leaving();
        var key = PlanKey.person("ama.teal");
        var facts = PlanFacts.of(Workspace.EMPTY.with(person), key);
        assertThat(facts).containsOnlyKeys("gone", "name", "role", "role.MSF");
        assertThat(PlanFacts.put(Workspace.EMPTY, key, facts).findPerson("ama.teal"))
                .contains(person);
    }
}
