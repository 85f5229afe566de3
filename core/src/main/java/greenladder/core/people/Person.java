package greenladder.core.people;

import greenladder.core.value.Facts;
import greenladder.core.workspace.PlanFacts;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Somebody who works in the workspace.
 *
 * @param handle the sign-in name, which stands for the person in fields and in the log
 * @param gone whether they left: nothing new is given to them, and their name stays readable
 * @param role in all products that {@code productRoles} does not name
 * @param productRoles by the code of a product
 */
public record Person(
        String handle, String name, boolean gone, Role role, Map<String, Role> productRoles) {
    private static final String NAME = "name";
    private static final String GONE = "gone";
    private static final String ROLE = "role";
    private static final String PRODUCT_ROLE = "role.";

    public Person {
        productRoles = Map.copyOf(productRoles);
    }

    public Person(String handle, String name, boolean gone) {
        this(handle, name, gone, Role.STAKEHOLDER, Map.of());
    }

    public Person(String handle, String name) {
        this(handle, name, false);
    }

    public Person named(String other) {
        return new Person(handle, other, gone, role, productRoles);
    }

    public Person as(Role other) {
        return new Person(handle, name, gone, other, productRoles);
    }

    /** With another role in one product; null takes the exception away. */
    public Person asIn(String product, @Nullable Role other) {
        var roles = new HashMap<>(productRoles);
        if (other == null) {
            roles.remove(product);
        } else {
            roles.put(product, other);
        }
        return new Person(handle, name, gone, role, roles);
    }

    public Person leaving() {
        return new Person(handle, name, true, role, productRoles);
    }

    public boolean isAdministrator() {
        return !gone && role == Role.ADMINISTRATOR;
    }

    /** Whether a fact is what they are called, which is for them to say. */
    public static boolean isName(String fact) {
        return fact.equals(NAME);
    }

    public static Person of(String handle, Map<String, String> facts) {
        var roles = new HashMap<String, Role>();
        facts.forEach((fact, text) -> {
            if (fact.startsWith(PRODUCT_ROLE)) {
                roles.put(fact.substring(PRODUCT_ROLE.length()), Role.valueOf(text));
            }
        });
        return new Person(
                handle,
                Facts.required(handle, facts, NAME),
                facts.containsKey(GONE),
                Role.valueOf(Facts.required(handle, facts, ROLE)),
                roles);
    }

    /** What they are by name, see {@link PlanFacts}. */
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put(NAME, name);
        facts.put(ROLE, role.name());
        productRoles.forEach((product, in) -> facts.put(PRODUCT_ROLE + product, in.name()));
        if (gone) {
            facts.put(GONE, Facts.YES);
        }
        return facts;
    }

    public boolean isHere() {
        return !gone;
    }

    /** Up to two capital letters, for the small round mark: {@code Oona Marsh} gives {@code OM}. */
    public String initials() {
        return Stream.of(name.strip().split("\\s+"))
                .filter(word -> !word.isEmpty())
                .limit(2)
                .map(word ->
                        word.substring(0, word.offsetByCodePoints(0, 1)).toUpperCase(Locale.ROOT))
                .collect(Collectors.joining());
    }
}
