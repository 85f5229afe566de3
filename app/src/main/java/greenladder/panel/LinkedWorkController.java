package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.item.LinkType;
import greenladder.core.plan.Contradiction;
import greenladder.core.trace.Confirm;
import greenladder.core.trace.LinkItems;
import greenladder.core.trace.Unlink;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.words.ContradictionWords;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What people do to the links between items. */
@Controller
class LinkedWorkController {
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    LinkedWorkController(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    @PostMapping("/items/{key}/linked")
    ResponseEntity<String> link(
            @PathVariable String key,
            @RequestParam String type,
            @RequestParam String to,
            @RequestParam(defaultValue = "") String share,
            @AuthenticationPrincipal SignedIn me) {
        var from = item(me, key);
        var link =
                new LinkItems(
                        from,
                        LinkType.find(type)
                                .orElseThrow(() -> invalid("type", "Choose a type of link.")),
                        ItemKey.parse(to.strip())
                                .orElseThrow(() ->
                                        invalid("to", "Type a part of its title, and choose one.")),
                        share(type, share));
        var saved = gateway.submit(me, link);
        var snapshot = saved.accepted().after();
        var trouble =
                Contradiction.of(snapshot, snapshot.requireNode(from).item()).stream()
                        .filter(one -> one.linked().to().key().equals(link.to()))
                        .map(one ->
                                ". The plan says otherwise: "
                                        + ContradictionWords.reason(snapshot, one))
                        .findFirst()
                        .orElse("");
        return Answers.noted("%s %s %s%s".formatted(from, type, link.to(), trouble), saved);
    }

    private static @Nullable Amount share(String type, String text) {
        if (text.isBlank() || !type.equals(LinkType.CONTRIBUTES_TO.label())) {
            return null;
        }
        return Amount.parse(text.strip())
                .orElseThrow(() -> invalid("share", "The share is a percentage, such as 25."));
    }

    @PostMapping("/items/{key}/linked/remove")
    ResponseEntity<String> unlink(
            @PathVariable String key,
            @RequestParam String link,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Link removed", gateway.submit(me, new Unlink(holder(me, link), link)));
    }

    @PostMapping("/items/{key}/linked/confirm")
    ResponseEntity<String> confirm(
            @PathVariable String key,
            @RequestParam List<String> link,
            @AuthenticationPrincipal SignedIn me) {
        link.forEach(one -> holder(me, one));
        return Answers.noted(
                link.size() == 1 ? "It still holds" : "All of them still hold",
                gateway.submit(me, new Confirm(link)));
    }

    /** The item that has a link, which is not always the one that is looked at. */
    private ItemKey holder(SignedIn me, String link) {
        return item(me, link.replaceFirst("\\..*", ""));
    }

    private ItemKey item(SignedIn me, String key) {
        return Lookups.node(keeper.seenBy(me), key).item().key();
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
