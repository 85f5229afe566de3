package greenladder.people;

import greenladder.core.people.Person;
import greenladder.core.workspace.Workspace;
import java.util.List;
import java.util.function.Function;

/** The people of the workspace as they are planned with; kept through the gateway, which has it. */
public interface Roster {

    /** The workspace with everybody there ever was. */
    Workspace workspace();

    /**
     * Keeps people as they are to be, and what goes with it, or nothing of both.
     *
     * @param making says it, with what is so then: one at a time, within the transaction
     * @param companion writes what is kept of them besides
     * @return the number of the operation; 0 where nothing had to change
     */
    long keep(SignedIn actor, Function<Workspace, List<Person>> making, Runnable companion);
}
