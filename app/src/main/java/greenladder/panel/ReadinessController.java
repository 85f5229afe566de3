package greenladder.panel;

import greenladder.core.edit.SettleItem;
import greenladder.core.item.Field;
import greenladder.core.product.ReadyCheck;
import greenladder.core.ready.Readiness;
import greenladder.core.snapshot.Node;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The checks of an item's readiness, each with what mends it, and what was decided about it. */
@Controller
class ReadinessController {
    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final CommandGateway gateway;

    /** The checks of one item. */
    record ReadyMenu(String key, String title, List<CheckLine> checks) {}

    /**
     * @param kind the name of the check's kind, which says what mends it
     * @param mends whether the reader may mend it
     * @param field what mending it fills in; empty where nothing is filled in
     * @param value what stands there now
     */
    record CheckLine(
            String check,
            String name,
            String kind,
            boolean passed,
            boolean mends,
            String field,
            String value) {}

    ReadinessController(SnapshotKeeper keeper, Rights rights, CommandGateway gateway) {
        this.keeper = keeper;
        this.rights = rights;
        this.gateway = gateway;
    }

    @GetMapping("/items/{key}/ready")
    String ready(@PathVariable String key, @AuthenticationPrincipal SignedIn me, Model model) {
        var node = Lookups.node(keeper.seenBy(me), key);
        var refining = keeper.seenBy(me).requireProduct(node.item().key().product()).refining();
        model.addAttribute(
                "menu",
                new ReadyMenu(
                        node.item().key().toString(),
                        node.item().title(),
                        Readiness.of(keeper.seenBy(me), refining, node).results().stream()
                                .map(result -> line(result, node, me))
                                .toList()));
        return "shared/ready-menu :: menu";
    }

    private CheckLine line(Readiness.Result result, Node node, SignedIn me) {
        var field =
                switch (result.check().kind()) {
                    case HAS_CRITERIA -> Field.ACCEPTANCE;
                    case IS_SIZED, SMALL_ENOUGH -> Field.SIZE;
                    case HAS_PARENT -> Field.PARENT;
                    case NO_HINDRANCE -> Field.BLOCKED;
                    case HAS_DESCRIPTION -> Field.DESCRIPTION;
                    case NO_QUESTION -> Field.QUESTION;
                    case NEEDS_PLANNED -> Field.LINKS;
                    case BY_HAND -> Field.READY;
                };
        var value = field.textOf(node.item());
        return new CheckLine(
                result.check().key(),
                result.check().name(),
                result.check().kind().name(),
                result.passed(),
                result.check().kind() != ReadyCheck.Kind.NEEDS_PLANNED
                        && rights.mayEdit(me, node.item(), field),
                field.label(),
                value == null ? "" : value);
    }

    /** Notes what was decided about an item. */
    @PostMapping("/items/{key}/settle")
    ResponseEntity<String> settle(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        return Answers.done(
                "Noted on", gateway.submit(me, new SettleItem(item, me.handle(), words, false)));
    }
}
