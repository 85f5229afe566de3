package greenladder.plan.map;

import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import greenladder.plan.SprintGauge;
import greenladder.web.Words;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Points by state category. */
final class MapTotals {
    Amount all = Amount.ZERO;
    Amount done = Amount.ZERO;
    Amount underWay = Amount.ZERO;

    void add(Node node, @Nullable Amount own) {
        var amount = Optional.ofNullable(own).orElse(Amount.ZERO);
        all = all.plus(amount);
        switch (SprintGauge.look(node)) {
            case "done" -> done = done.plus(amount);
            case "under-way" -> underWay = underWay.plus(amount);
            default -> {}
        }
    }

    String inWords() {
        return "%s done · %s in progress · %s to do"
                .formatted(
                        Words.of(done),
                        Words.of(underWay),
                        Words.of(all.minus(done).minus(underWay)));
    }
}
