package greenladder.setup;

import greenladder.core.plan.KeepTeam;
import greenladder.core.plan.RemoveTeam;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.web.Failure;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes, changes and removes teams, through the gateway. */
@Component
public class Teams {
    private static final int LONGEST_KEY = 30;

    private final CommandGateway gateway;

    /** A team as somebody entered it; what is missing is empty. The key follows from the name. */
    public record TeamForm(
            @Nullable String name,
            @Nullable List<String> members,
            @Nullable List<String> products) {
        public TeamForm {
            name = Objects.requireNonNullElse(name, "");
            members = List.copyOf(Objects.requireNonNullElse(members, List.of()));
            products = List.copyOf(Objects.requireNonNullElse(products, List.of()));
        }

        @Override
        public String name() {
            return Objects.requireNonNull(name);
        }

        @Override
        public List<String> members() {
            return Objects.requireNonNull(members);
        }

        @Override
        public List<String> products() {
            return Objects.requireNonNull(products);
        }
    }

    Teams(CommandGateway gateway) {
        this.gateway = gateway;
    }

    /** A team, with the number of the operation that made it so. */
    public record KeptTeam(Team team, long operation) {}

    public KeptTeam add(SignedIn actor, TeamForm form) {
        var saved =
                gateway.submit(
                        actor,
                        snapshot -> keeping(freeKey(snapshot, form.name()), form),
                        accepted -> {});
        return new KeptTeam(made(saved), saved.operation());
    }

    public KeptTeam change(SignedIn actor, String key, TeamForm form) {
        var saved =
                gateway.submit(
                        actor,
                        snapshot -> {
                            requireThere(snapshot, key);
                            return keeping(key, form);
                        },
                        accepted -> {});
        return new KeptTeam(
                saved.accepted().after().workspace().findTeam(key).orElseThrow(),
                saved.operation());
    }

    /**
     * Takes a team away.
     *
     * @throws Failure.Invalid while something is still with it
     */
    public long remove(SignedIn actor, String key) {
        return gateway.submit(
                        actor,
                        snapshot -> {
                            requireThere(snapshot, key);
                            return new RemoveTeam(key);
                        },
                        accepted -> {})
                .operation();
    }

    private static KeepTeam keeping(String key, TeamForm form) {
        return new KeepTeam(key, form.name().strip(), form.members(), form.products());
    }

    private static Team made(Saved saved) {
        var key = saved.plans().getFirst().subject().key();
        return saved.accepted().after().workspace().findTeam(key).orElseThrow();
    }

    private static void requireThere(Snapshot snapshot, String key) {
        if (snapshot.workspace().findTeam(key).isEmpty()) {
            throw new Failure.NotFound("There is no team “%s”.".formatted(key));
        }
    }

    private static String freeKey(Snapshot snapshot, String name) {
        var base = Slug.of(name, LONGEST_KEY);
        var key = base;
        for (int i = 2; snapshot.workspace().findTeam(key).isPresent(); i++) {
            key = base + "-" + i;
        }
        return key;
    }
}
