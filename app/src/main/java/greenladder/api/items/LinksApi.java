package greenladder.api.items;

import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.core.change.Problems;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.trace.Confirm;
import greenladder.core.trace.LinkItems;
import greenladder.core.trace.Suspicion;
import greenladder.core.trace.Unlink;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.net.URI;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Links between items, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Links")
public class LinksApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

    /**
     * @param share in percent, for what contributes to something
     * @param suspect whether what it leads to reads otherwise than when it was confirmed
     */
    public record LinkJson(
            String id,
            String type,
            String from,
            String to,
            @Nullable BigDecimal share,
            boolean suspect,
            Instant confirmedAt) {
        public static LinkJson of(Linked linked) {
            var share = linked.link().share();
            return new LinkJson(
                    linked.id(),
                    linked.link().type().label(),
                    linked.from().key().toString(),
                    linked.to().key().toString(),
                    share == null ? null : share.toDecimal(),
                    linked.isSuspect(),
                    linked.link().confirmedAt());
        }

        public static LinkJson of(Suspicion one) {
            return new LinkJson(
                    one.id(),
                    one.words(),
                    one.from().toString(),
                    one.to().toString(),
                    one.share() == null ? null : one.share().toDecimal(),
                    true,
                    one.confirmedAt());
        }
    }

    /**
     * @param links their ids
     */
    public record ConfirmForm(@Nullable List<String> links) {}

    LinksApi(SnapshotKeeper keeper, CommandGateway gateway) {
        this.keeper = keeper;
        this.gateway = gateway;
    }

    @GetMapping("/items/{key}/links")
    @Operation(summary = "The links that an item has, and those that lead to it")
    Page<LinkJson> list(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var item = Lookups.node(snapshot, key).item();
        var links = new Links(snapshot);
        return new Page<>(
                Stream.concat(links.from(item).stream(), links.to(item).stream())
                        .map(LinkJson::of)
                        .toList(),
                null);
    }

    @PostMapping("/items/{key}/links")
    @Operation(
            summary = "Link an item to another",
            description =
                    "type: contributes to, depends on, covers, fixes, found after, follows from or"
                            + " relates to; to: the key of the other; share: in percent, for what"
                            + " contributes to a goal")
    ResponseEntity<LinkJson> link(
            @PathVariable String key,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var from = Lookups.node(keeper.seenBy(me), key).item();
        var command = read(from, body);
        var saved = gateway.submit(me, command);
        var snapshot = saved.accepted().after();
        var made =
                new Links(snapshot)
                        .from(snapshot.requireNode(from.key()).item()).stream()
                                .filter(one ->
                                        one.link().type() == command.type()
                                                && one.to().key().equals(command.to()))
                                .findFirst()
                                .orElseThrow();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/links/" + made.id()))
                .body(LinkJson.of(made));
    }

    @DeleteMapping("/links/{id}")
    @Operation(summary = "Take a link away")
    ResponseEntity<Void> unlink(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new Unlink(find(me, id).from().key(), id));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    @PostMapping("/links/{id}/confirm")
    @Operation(summary = "Say that a link still holds, as its ends read now")
    ResponseEntity<LinkJson> confirm(
            @PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new Confirm(List.of(find(me, id).id())));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(LinkJson.of(new Links(saved.accepted().after()).find(id).orElseThrow()));
    }

    @PostMapping("/links/confirm")
    @Operation(
            summary = "Say of several that they still hold, all of them or none",
            description =
                    "links: their ids; an item's key with “.parent” for its place under its parent")
    ResponseEntity<Void> confirmAll(
            @RequestBody ConfirmForm form, @AuthenticationPrincipal SignedIn me) {
        var links = Objects.requireNonNullElse(form.links(), List.<String>of());
        var saved = gateway.submit(me, new Confirm(links));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    private Linked find(SignedIn me, String id) {
        return new Links(keeper.seenBy(me))
                .find(id)
                .orElseThrow(() -> new Failure.NotFound("There is no such link."));
    }

    private static LinkItems read(Item from, JsonNode body) {
        var reader = new BodyReader(body, Set.of("type", "to", "share"));
        var type = LinkType.find(Objects.requireNonNullElse(reader.text("type"), ""));
        var to = ItemKey.parse(Objects.requireNonNullElse(reader.text("to"), ""));
        var share = reader.amount("share");
        if (type.isEmpty()) {
            reader.problem("type", "The type of a link is one of those listed.");
        }
        if (to.isEmpty()) {
            reader.problem("to", "Say the key of the other item.");
        }
        reader.requireNone();
        return new LinkItems(
                from.key(),
                type.orElseThrow(),
                to.orElseThrow(() -> new Failure.Invalid(Problems.of("to", "Which item?"))),
                share);
    }
}
