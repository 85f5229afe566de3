package greenladder.work;

import greenladder.core.change.Command;
import greenladder.core.team.Board.Place;
import greenladder.core.team.Practice;
import greenladder.core.work.KeepPractice;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import java.util.function.UnaryOperator;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Keeps how a team works, its board and its rules, and reads what its forms say. */
@Component
class Practices {
    private static final int LONGEST = 200;

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    Practices(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    ResponseEntity<String> keep(
            String words, SignedIn me, String team, UnaryOperator<Practice> change) {
        return keep(words, me, team, new KeepPractice(team, change));
    }

    ResponseEntity<String> keep(String words, SignedIn me, String team, Command command) {
        Lookups.team(keeper.seenBy(me), team);
        return Answers.noted(words, gateway.submit(me, command));
    }

    /**
     * A state, of a level and perhaps of a kind.
     *
     * @throws greenladder.web.Failure.Invalid if the text names none
     */
    static Place place(String text) {
        var parts = checked(text).split("/");
        if (parts.length == 2) {
            return new Place(parts[0], null, parts[1]);
        }
        if (parts.length == 3) {
            return new Place(parts[0], parts[1], parts[2]);
        }
        throw FormValues.invalid("state", "Choose a state.");
    }

    /**
     * @throws greenladder.web.Failure.Invalid if it is too long
     */
    static String checked(String text) {
        if (text.length() > LONGEST) {
            throw FormValues.invalid("to", "At most %d characters are allowed.".formatted(LONGEST));
        }
        return text;
    }
}
