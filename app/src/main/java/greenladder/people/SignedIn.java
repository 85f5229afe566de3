package greenladder.people;

import java.util.Collection;
import java.util.List;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** Somebody who is signed in, by password or by token, with what their role lets them do. */
public record SignedIn(String handle, String name, Role role, String passwordHash)
        implements UserDetails {

    /** The application itself, for work that nobody asked for by hand. */
    public static final SignedIn SYSTEM =
            new SignedIn("system", "Green Ladder", Role.ADMINISTRATOR, "");

    public boolean may(Permission permission) {
        return role.may(permission);
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
