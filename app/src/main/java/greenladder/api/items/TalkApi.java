package greenladder.api.items;

import greenladder.api.Page;
import greenladder.core.change.Problems;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Comment;
import greenladder.talk.Comments;
import greenladder.talk.Notice;
import greenladder.talk.Notices;
import greenladder.talk.Watching;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Comments, watching and one's own notices. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Comments and notices")
class TalkApi {
    private final Comments comments;
    private final Watching watching;
    private final Notices notices;
    private final SnapshotKeeper keeper;

    record CommentJson(
            long id,
            String item,
            String author,
            String text,
            Instant createdAt,
            @Nullable Instant editedAt,
            @Nullable Long replyTo,
            boolean settled) {}

    record CommentBody(@Nullable String text, @Nullable Long replyTo, @Nullable Boolean settled) {}

    record NoticeJson(
            long id, String kind, String item, String by, String words, Instant at, boolean read) {}

    record ReadBody(@Nullable Boolean read) {}

    TalkApi(Comments comments, Watching watching, Notices notices, SnapshotKeeper keeper) {
        this.comments = comments;
        this.watching = watching;
        this.notices = notices;
        this.keeper = keeper;
    }

    @GetMapping("/items/{key}/comments")
    @Operation(summary = "An item's comments, the oldest first")
    Page<CommentJson> list(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        return new Page<>(
                comments.of(Lookups.node(keeper.seenBy(me), key).item()).stream()
                        .map(TalkApi::json)
                        .toList(),
                null);
    }

    @PostMapping("/items/{key}/comments")
    @Operation(
            summary = "Comment on an item; @handle mentions somebody",
            description = "text; replyTo: the id of the comment that it answers")
    ResponseEntity<CommentJson> add(
            @PathVariable String key,
            @RequestBody CommentBody body,
            @AuthenticationPrincipal SignedIn me) {
        var comment =
                comments.add(
                        me,
                        Lookups.node(keeper.seenBy(me), key).item().key(),
                        text(body),
                        body.replyTo());
        return ResponseEntity.created(URI.create("/api/v1/comments/" + comment.id()))
                .body(json(comment));
    }

    @PatchMapping("/comments/{id}")
    @Operation(
            summary = "Change a comment of one's own, or settle a talk",
            description = "text; or settled: true or false, on the first comment of a talk")
    CommentJson change(
            @PathVariable long id,
            @RequestBody CommentBody body,
            @AuthenticationPrincipal SignedIn me) {
        return json(
                body.settled() == null
                        ? comments.edit(me, id, text(body))
                        : comments.settle(me, id, body.settled()));
    }

    @DeleteMapping("/comments/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Take a comment of one's own away")
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        comments.show(me, id, false);
    }

    @PutMapping("/items/{key}/watch")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Watch an item")
    void watch(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        watching.watch(me, Lookups.node(keeper.seenBy(me), key).item().key(), true);
    }

    @DeleteMapping("/items/{key}/watch")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Watch an item no longer")
    void unwatch(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        watching.watch(me, Lookups.node(keeper.seenBy(me), key).item().key(), false);
    }

    @GetMapping("/notices")
    @Operation(summary = "One's own notices, the newest first")
    Page<NoticeJson> notices(
            @RequestParam(defaultValue = "false") boolean unread,
            @RequestParam(required = false) @Nullable Long cursor,
            @RequestParam(defaultValue = "" + Page.DEFAULT_LIMIT) int limit,
            @AuthenticationPrincipal SignedIn me) {
        Page.requireLimit(limit);
        var some =
                notices.of(
                        me, unread, Objects.requireNonNullElse(cursor, Long.MAX_VALUE), limit + 1);
        var shown = some.subList(0, Math.min(limit, some.size()));
        return new Page<>(
                shown.stream().map(TalkApi::json).toList(),
                some.size() > limit ? Long.toString(shown.getLast().id()) : null);
    }

    @PatchMapping("/notices/{id}")
    @Operation(summary = "Mark a notice as read or unread")
    NoticeJson read(
            @PathVariable long id,
            @RequestBody ReadBody body,
            @AuthenticationPrincipal SignedIn me) {
        if (body.read() == null) {
            throw new Failure.Invalid(Problems.of("read", "Say true or false."));
        }
        return json(notices.read(me, id, body.read()));
    }

    private static String text(CommentBody body) {
        return Objects.requireNonNullElse(body.text(), "");
    }

    private static CommentJson json(Comment comment) {
        return new CommentJson(
                comment.id(),
                comment.item().toString(),
                comment.author(),
                comment.text(),
                comment.at(),
                comment.editedAt(),
                comment.replyTo(),
                comment.settledBy() != null);
    }

    private static NoticeJson json(Notice notice) {
        return new NoticeJson(
                notice.id(),
                notice.kind().name().toLowerCase(Locale.ROOT),
                notice.item().toString(),
                notice.actor(),
                notice.words(),
                notice.at(),
                notice.read());
    }
}
