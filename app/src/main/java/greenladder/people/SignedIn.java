package greenladder.people;

import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.workspace.Workspace;
import greenladder.web.Failure;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/**
 * Somebody who is signed in, by password or by token, with what their role lets them do.
 *
 * @param role in all products that {@code productRoles} does not name
 * @param stamp another one means that they have to sign in again
 */
public record SignedIn(
        String handle,
        String name,
        Role role,
        Map<String, Role> productRoles,
        String passwordHash,
        int stamp)
        implements UserDetails {

    /** The application itself, for work that nobody asked for by hand. */
    public static final SignedIn SYSTEM =
            new SignedIn("system", "Green Ladder", Role.ADMINISTRATOR, Map.of(), "", 0);

    public SignedIn {
        productRoles = Map.copyOf(productRoles);
    }

    /** With the roles that they have by now; nobody who left does anything any more. */
    public SignedIn asIn(Workspace workspace) {
        var person = workspace.findPerson(handle);
        if (person.filter(Person::gone).isPresent()) {
            throw new Failure.Forbidden("You are no longer in this workspace.");
        }
        return person.map(now ->
                        new SignedIn(
                                handle,
                                now.name(),
                                now.role(),
                                now.productRoles(),
                                passwordHash,
                                stamp))
                .orElse(this);
    }

    /** Whether their role lets them do something that belongs to no product. */
    public boolean may(Permission permission) {
        return role.may(permission);
    }

    /** Whether they may do something in a product. */
    public boolean mayIn(String product, Permission permission) {
        return roleIn(product).may(permission);
    }

    /** The products of which they see nothing. */
    public Set<String> hidden() {
        return productRoles.entrySet().stream()
                .filter(one -> one.getValue() == Role.NO_ACCESS)
                .map(Map.Entry::getKey)
                .collect(Collectors.toUnmodifiableSet());
    }

    public Role roleIn(String product) {
        return productRoles.getOrDefault(product, role);
    }

    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of(new SimpleGrantedAuthority("ROLE_" + role.name()));
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return handle;
    }

    @Override
    public String toString() {
        return handle;
    }
}
