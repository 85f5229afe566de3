package greenladder.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.RunningDemo;
import greenladder.list.SavedViews.Entered;
import greenladder.list.SavedViews.SavedView;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Views are read from memory: each change is to show at once, and what failed never. */
public class SavedViewsIntegrationTests extends RunningDemo {
    @Autowired private SavedViews views;
    @Autowired private People people;

    private SignedIn owner;
    private SignedIn other;
    private String product;

    @BeforeClass
    public void findPeople() {
        owner = people.findByHandle("ines.rowe").orElseThrow();
        other = people.findByHandle("bram.holt").orElseThrow();
    }

    @BeforeMethod
    public void makeProduct() {
        product = api().newProduct();
    }

    private long keep(String name, String share) {
        views.keep(owner, product, new Entered(name, "rank", "level=story", share));
        return views.of(owner, product).stream()
                .filter(view -> view.name().equals(name))
                .findFirst()
                .orElseThrow()
                .id();
    }

    private List<String> names(SignedIn reader) {
        return views.of(reader, product).stream().map(SavedView::name).toList();
    }

    private List<String> pinned(SignedIn reader) {
        return views.of(reader, product).stream()
                .filter(SavedView::pinned)
                .map(SavedView::name)
                .toList();
    }

    @Test
    public void viewShouldBeSeenByThoseItIsFor() {
        keep("Mine", "private");
        keep("Ours", "product");
        assertThat(names(owner)).containsExactly("Mine", "Ours");
        assertThat(names(other)).containsExactly("Ours");
    }

    @Test
    public void pinShouldBeEverybodysOwn() {
        long first = keep("A", "product");
        long second = keep("B", "product");
        views.pin(owner, first, false);
        views.pin(other, second, true);
        assertThat(pinned(owner)).containsExactly("B");
        assertThat(pinned(other)).containsExactly("B");
        assertThat(names(owner)).containsExactly("B", "A");
        views.pin(other, second, false);
        assertThat(pinned(other)).isEmpty();
        assertThat(pinned(owner)).containsExactly("B");
    }

    @Test
    public void changeShouldShowAtOnce() {
        long id = keep("A", "private");
        views.rename(owner, id, "Z");
        views.update(owner, id, "outline", "label=urgent");
        assertThat(views.of(owner, product))
                .singleElement()
                .extracting(SavedView::name, SavedView::path, SavedView::query)
                .containsExactly("Z", "outline", "label=urgent");
        views.remove(owner, id);
        assertThat(names(owner)).isEmpty();
        views.restore(owner, id);
        views.copy(owner, id);
        assertThat(names(owner)).containsExactly("Copy of Z", "Z");
    }

    @Test
    public void changeThatFailsShouldNotShow() {
        long id = keep("A", "product");
        keep("B", "private");
        assertThatThrownBy(() -> views.rename(owner, id, "B")).isInstanceOf(Failure.Invalid.class);
        assertThatThrownBy(() -> views.remove(other, id)).isInstanceOf(Failure.Forbidden.class);
        assertThatThrownBy(() -> keep("B", "private")).isInstanceOf(Failure.Invalid.class);
        assertThat(names(owner)).containsExactly("A", "B");
    }
}
