package greenladder.store;

import greenladder.core.people.Person;
import greenladder.core.setup.KeepPeople;
import greenladder.core.workspace.Workspace;
import greenladder.people.Roster;
import greenladder.people.SignedIn;
import java.util.List;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** People, kept through the gateway as everything else. */
@Component
class GatewayRoster implements Roster {
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    GatewayRoster(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    @Override
    public Workspace workspace() {
        return keeper.whole().workspace();
    }

    @Override
    public long keep(SignedIn actor, Function<Workspace, List<Person>> making, Runnable companion) {
        return gateway.submit(
                        actor,
                        snapshot -> new KeepPeople(making.apply(snapshot.whole().workspace())),
                        accepted -> companion.run())
                .operation();
    }
}
