package greenladder.admin;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The administrator's page of people.
 *
 * @param link of an invitation that was just made, shown this once; null where none was
 */
record PeoplePage(
        List<PersonEntry> people,
        List<InvitationEntry> invitations,
        List<Choice> roles,
        List<Choice> products,
        List<TokenEntry> tokens,
        @Nullable String link,
        InviteForm form) {

    record Choice(String value, String label) {}

    /**
     * @param exceptions roles in single products
     * @param teams names, with commas between
     * @param me whether it is the reader
     */
    record PersonEntry(
            String handle,
            String name,
            String initials,
            String role,
            List<RoleException> exceptions,
            String teams,
            long items,
            boolean me) {}

    record RoleException(String product, String productName, String role, String roleLabel) {}

    record InvitationEntry(
            String id,
            String name,
            String handle,
            String role,
            String until,
            boolean over,
            boolean reset) {}

    record TokenEntry(String id, String person, String name, String until) {}

    record InviteForm(String name, String handle, String role) {
        InviteForm {
            name = name == null ? "" : name;
            handle = handle == null ? "" : handle;
            role = role == null ? "" : role;
        }

        static final InviteForm EMPTY = new InviteForm("", "", "TEAM_MEMBER");
    }

    /**
     * Somebody is to be removed.
     *
     * @param items how many items are with them
     * @param heirs who can take the items
     */
    record RemovalPage(String handle, String name, long items, List<Choice> heirs) {}
}
