package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.edit.AttachFile;
import greenladder.core.edit.DetachFile;
import greenladder.core.edit.EditList;
import greenladder.core.edit.ListStep;
import greenladder.core.edit.PromoteLine;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.files.FileStore;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What people do to the lists inside an item, and to the files that hang on it. */
@Controller
class ItemListsController {
    private static final Set<Field> LISTS =
            Set.of(Field.CHECKLIST, Field.ACCEPTANCE, Field.DEFINITION_OF_DONE);

    private final CommandGateway gateway;
    private final FileStore files;
    private final SnapshotKeeper keeper;
    private final Rights rights;

    /**
     * A step in a list.
     *
     * @param at the line's place, from 0
     * @param line its text
     * @param text what it is to be, or what is added
     */
    record StepForm(String step, int at, String line, String text) {
        StepForm {
            step = step == null ? "" : step;
            line = line == null ? "" : line;
            text = text == null ? "" : text;
        }

        ListStep toStep() {
            return switch (step) {
                case "add" -> new ListStep.Add(text);
                case "tick" -> new ListStep.Tick(at, line, true);
                case "untick" -> new ListStep.Tick(at, line, false);
                case "reword" -> new ListStep.Reword(at, line, text);
                case "remove" -> new ListStep.Remove(at, line);
                case "up" -> new ListStep.Shift(at, line, at - 1);
                case "down" -> new ListStep.Shift(at, line, at + 1);
                default -> throw invalid("step", "There is no step “%s”.".formatted(step));
            };
        }
    }

    ItemListsController(
            CommandGateway gateway, FileStore files, SnapshotKeeper keeper, Rights rights) {
        this.gateway = gateway;
        this.files = files;
        this.keeper = keeper;
        this.rights = rights;
    }

    @PostMapping("/items/{key}/lists/{field}")
    ResponseEntity<String> step(
            @PathVariable String key,
            @PathVariable String field,
            StepForm form,
            @AuthenticationPrincipal SignedIn me) {
        var list =
                Field.find(field)
                        .filter(LISTS::contains)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no list “%s”.".formatted(field)));
        return Answers.done(
                "Changed", gateway.submit(me, new EditList(require(me, key), list, form.toStep())));
    }

    @PostMapping("/items/{key}/promote")
    ResponseEntity<String> promote(
            @PathVariable String key,
            @RequestParam int at,
            @RequestParam String line,
            @RequestParam String level,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.added(
                gateway.submit(me, new PromoteLine(require(me, key), at, line, level)));
    }

    /** Takes a file as the body of the call. */
    @PostMapping("/items/{key}/files")
    ResponseEntity<String> attach(
            @PathVariable String key,
            @RequestParam String name,
            HttpServletRequest request,
            @AuthenticationPrincipal SignedIn me)
            throws IOException {
        var item = require(me, key);
        var file = received(me, item, name, request);
        return Answers.done(
                "Attached “%s” to".formatted(file.name()),
                gateway.submit(me, new AttachFile(item, file)));
    }

    /** Takes a picture that is put into a text; it hangs on the item as well. */
    @PostMapping("/items/{key}/pictures")
    ResponseEntity<String> picture(
            @PathVariable String key,
            @RequestParam String name,
            HttpServletRequest request,
            @AuthenticationPrincipal SignedIn me)
            throws IOException {
        var item = require(me, key);
        var file = received(me, item, name, request);
        if (!FileStore.isShown(file)) {
            throw invalid("attachments", "This is not a picture that can be shown.");
        }
        gateway.submit(me, new AttachFile(item, file));
        return Answers.picture(PanelDetails.url(file));
    }

    @PostMapping("/items/{key}/files/remove")
    ResponseEntity<String> detach(
            @PathVariable String key,
            @RequestParam String file,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done(
                "Removed a file from", gateway.submit(me, new DetachFile(require(me, key), file)));
    }

    private Attachment received(SignedIn me, ItemKey item, String name, HttpServletRequest request)
            throws IOException {
        if (!rights.mayEdit(me, keeper.seenBy(me).requireNode(item).item(), Field.ATTACHMENTS)) {
            throw new Failure.Forbidden("You cannot attach files here.");
        }
        return files.keep(me, name, request.getInputStream());
    }

    private ItemKey require(SignedIn me, String text) {
        return ItemKey.parse(text)
                .filter(key -> keeper.seenBy(me).findNode(key).isPresent())
                .orElseThrow(() -> new Failure.NotFound("There is no item %s.".formatted(text)));
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
