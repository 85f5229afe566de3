package greenladder.trace.papers;

import greenladder.core.papers.Document;
import greenladder.core.trace.ItemsOfPassages;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.RemarkOn;
import greenladder.core.trace.RemovePaper;
import greenladder.core.trace.WritePassage;
import greenladder.core.value.PlanKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Documents beside items: passages that several people write, remark on and make into items. */
@Controller
class DocumentsController {
    private final DocumentPages pages;
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

    DocumentsController(DocumentPages pages, SnapshotKeeper keeper, CommandGateway gateway) {
        this.pages = pages;
        this.keeper = keeper;
        this.gateway = gateway;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/pages")
    String documents(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "false") boolean versions,
            Screen screen) {
        return screen.of(View.PAGES, context, pages.page(context, of, versions));
    }

    /** Several items are listed, one a line; one is what the page is about. */
    private static List<Document.Passage> lines(PickedItems picked) {
        var items = picked.items();
        return items.size() == 1
                ? List.of()
                : IntStream.rangeClosed(1, items.size())
                        .mapToObj(number ->
                                new Document.Passage(
                                        number,
                                        Document.Kind.LINE,
                                        items.get(number - 1).title(),
                                        items.get(number - 1).key()))
                        .toList();
    }

    /**
     * @param item keys of items: the page stands beside the nearest one that holds them all
     */
    @PostMapping("/{product:[A-Z]{2,5}}/pages")
    ResponseEntity<String> begin(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String item) {
        var picked = PickedItems.read(context.snapshot(), item);
        var beside = picked.holding().orElse(picked.items().getFirst().key());
        var document =
                new Document("", beside.product(), name.strip(), beside, lines(picked), List.of());
        var saved = gateway.submit(context.reader(), new KeepPaper(document));
        return Answers.leadTo(
                "/%s/pages?of=%s"
                        .formatted(
                                context.product().code(),
                                saved.plans().getFirst().subject().key()));
    }

    private Document find(SignedIn me, String key) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.DOCUMENT, key, Document.class);
    }

    @PostMapping("/{product:[A-Z]{2,5}}/pages/{document}/passages")
    ResponseEntity<String> write(
            @PathVariable String document,
            @RequestParam(defaultValue = "0") int number,
            @RequestParam(defaultValue = "0") int after,
            @RequestParam(defaultValue = "text") String kind,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(required = false) @Nullable String seen,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                text.isBlank() ? "Removed" : "Written",
                gateway.submit(
                        me,
                        new WritePassage(
                                find(me, document).key(),
                                number,
                                after,
                                DocumentPages.kind(kind),
                                text,
                                seen)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/pages/{document}/remarks")
    ResponseEntity<String> remark(
            @PathVariable String document,
            @RequestParam int passage,
            @RequestParam(defaultValue = "0") int remark,
            @RequestParam(defaultValue = "") String text,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                remark == 0 ? "Said" : "Noted",
                gateway.submit(
                        me,
                        new RemarkOn(
                                find(me, document).key(), passage, remark, me.handle(), text)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/pages/{document}/items")
    ResponseEntity<String> items(
            @PathVariable String document,
            @RequestParam(defaultValue = "") List<Integer> passages,
            @RequestParam String level,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done(
                "Made",
                gateway.submit(me, new ItemsOfPassages(find(me, document).key(), passages, level)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/pages/{document}/remove")
    ResponseEntity<String> remove(
            @PathVariable String document, @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Removed", gateway.submit(me, new RemovePaper(find(me, document).planKey())));
    }
}
