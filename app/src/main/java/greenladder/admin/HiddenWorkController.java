package greenladder.admin;

import greenladder.core.edit.TakeOver;
import greenladder.core.item.StandardFields;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/**
 * Work for named readers that whoever looks after a product does not see: how much there is, and
 * for whom, and taking it over. What it is they learn only then, and its readers are told.
 */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/hidden")
class HiddenWorkController {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final Frames frames;

    /**
     * @param readers their sign-in names
     * @param names the same by name
     */
    record Reserved(List<String> readers, String names, String items) {}

    HiddenWorkController(SnapshotKeeper keeper, CommandGateway gateway, Frames frames) {
        this.keeper = keeper;
        this.gateway = gateway;
        this.frames = frames;
    }

    @GetMapping
    String page(
            @PathVariable("product") String code,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        requireShaper(me, code);
        var product = Lookups.product(keeper.seenBy(me), code);
        model.addAttribute("reserved", reserved(me, code));
        model.addAttribute("frame", frames.of(me, product, "Hidden work"));
        return "admin/hidden";
    }

    private List<Reserved> reserved(SignedIn me, String code) {
        var whole = keeper.whole();
        return whole.marked(Mark.RESERVED, Mark.ANYWHERE).stream()
                .map(Node::item)
                .filter(item -> item.key().product().equals(code))
                .map(item -> new TreeSet<>(StandardFields.readers(item).orElseThrow()))
                .filter(readers -> !readers.contains(me.handle()))
                .collect(
                        Collectors.groupingBy(
                                readers -> List.copyOf(readers),
                                () ->
                                        new TreeMap<>((one, other) ->
                                                one.toString().compareTo(other.toString())),
                                Collectors.counting()))
                .entrySet()
                .stream()
                .map(entry ->
                        new Reserved(
                                entry.getKey(),
                                entry.getKey().stream()
                                        .map(handle -> ChangeWords.nameOf(whole, handle))
                                        .collect(Collectors.joining(", ")),
                                Words.count(entry.getValue(), "item")))
                .toList();
    }

    @PostMapping("/take-over")
    String takeOver(
            @PathVariable("product") String code,
            @RequestParam Set<String> readers,
            @AuthenticationPrincipal SignedIn me) {
        requireShaper(me, code);
        gateway.submit(me, new TakeOver(code, readers, me.handle()));
        return "redirect:/%s/hidden".formatted(code);
    }

    private static void requireShaper(SignedIn me, String code) {
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("Product owners look after work that is hidden.");
        }
    }
}
