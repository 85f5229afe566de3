package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.ready.Readiness;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.panel.ItemPanel.Fact;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import greenladder.words.FieldFit;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** Makes the part of the panel that shows how far one item is refined, for one reader. */
record PanelRefinement(Rights rights, Snapshot snapshot, Node node, SignedIn reader) {

    ItemRefinement refinement() {
        var item = node.item();
        var refinement = item.details().refinement();
        var results =
                Readiness.of(
                        snapshot, snapshot.requireProduct(item.key().product()).refining(), node);
        var ready = "%d of %d ready".formatted(results.passed(), results.results().size());
        var facts = facts(item);
        return new ItemRefinement(
                facts,
                summary(facts, ready),
                ready,
                results.results().stream().map(Readiness.Result::passed).toList(),
                Objects.requireNonNullElse(refinement.agenda(), ""),
                Objects.requireNonNullElse(refinement.question(), ""),
                refinement.isCandidate(),
                refinement.isCandidate() || FieldFit.fits(snapshot, item, Field.CANDIDATE),
                rights.mayEdit(reader, item, Field.AGENDA),
                rights.mayEdit(reader, item, Field.CANDIDATE),
                refinement.decisions().reversed().stream()
                        .map(note ->
                                new ItemRefinement.Decision(
                                        note.words(),
                                        Words.day(note.on()),
                                        ChangeWords.nameOf(snapshot, note.by())))
                        .toList());
    }

    private static String summary(List<Fact> facts, String ready) {
        var parts = new ArrayList<String>();
        facts.stream()
                .filter(fact -> !fact.text().equals("–"))
                .filter(fact -> fact.field().equals("band") || fact.field().equals("score"))
                .map(fact -> fact.field().equals("band") ? fact.text() : "score " + fact.text())
                .forEach(parts::add);
        parts.add(ready);
        return String.join(", ", parts);
    }

    private List<Fact> facts(Item item) {
        var product = snapshot.requireProduct(item.key().product());
        var facts = new ArrayList<Fact>();
        var band = ChangeWords.value(snapshot, item.key(), Field.BAND, Field.BAND.textOf(item));
        facts.add(fact(Field.BAND, "Band", band));
        for (var factor : product.refining().factors()) {
            facts.add(
                    fact(
                            factor.field(),
                            factor.name(),
                            Words.of(item.details().refinement().factors().get(factor.key()))));
        }
        if (!product.refining().formula().isEmpty()) {
            var score = new Scores(List.of(product)).find(node);
            facts.add(
                    new Fact(
                            "score",
                            "Score",
                            score.map(Words::score).orElse("–"),
                            product.refining().formula(),
                            false));
        }
        return facts;
    }

    private Fact fact(Field field, String label, String text) {
        return new Fact(
                field.label(),
                label,
                text.isEmpty() ? "–" : text,
                "",
                rights.mayEdit(reader, node.item(), field));
    }
}
