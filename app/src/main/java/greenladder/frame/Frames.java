package greenladder.frame;

import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.frame.Frame.ProductChoice;
import greenladder.frame.Frame.StageStep;
import greenladder.frame.Frame.ViewTab;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Notices;
import greenladder.view.ViewContext;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Makes the page around a view. */
@Component
public class Frames {
    /** What pages load that are no views. */
    private static final List<String> PAGES = List.of("threads", "desk");

    private final SnapshotKeeper keeper;
    private final ThemeCookie themes;
    private final Notices notices;
    private final LastProduct last;
    private final LastPlace places;
    private final LastQuery queries;
    private final LastViews views;
    private final ObjectProvider<DemoMenu> demo;

    Frames(
            SnapshotKeeper keeper,
            ThemeCookie themes,
            Notices notices,
            LastProduct last,
            LastPlace places,
            LastQuery queries,
            LastViews views,
            ObjectProvider<DemoMenu> demo) {
        this.keeper = keeper;
        this.themes = themes;
        this.notices = notices;
        this.last = last;
        this.places = places;
        this.queries = queries;
        this.views = views;
        this.demo = demo;
    }

    /**
     * The frame of a view of a product.
     *
     * @param isViewAlone whether it is drawn without what stands around it
     */
    public Frame of(ViewContext context, View view, boolean isViewAlone) {
        return of(context, view, isViewAlone, null, null);
    }

    /**
     * The same of a view of a team, or of a sprint of it.
     *
     * @param team null where it is of none
     */
    Frame of(
            ViewContext context,
            View view,
            boolean isViewAlone,
            @Nullable Team team,
            @Nullable Sprint sprint) {
        var product = context.product();
        last.keep(product);
        queries.keep(context, view);
        views.keep(view);
        var place =
                team == null ? places.of(context) : Optional.of(places.keep(context, team, sprint));
        var tabs =
                View.of(view.stage()).stream()
                        .map(one -> tab(one, one == view, product, place))
                        .toList();
        return frame(
                view.label() + " · " + product.name(),
                context.operation(),
                context.reader(),
                isViewAlone ? 0 : notices.unread(context.reader()),
                product,
                stages(product, view.stage(), place),
                tabs,
                view.styles(),
                view.script());
    }

    /** The frame of a page that is no view; of a product, or else of the one last looked at. */
    public Frame of(SignedIn person, @Nullable Product product, String title) {
        return frame(
                title,
                keeper.lastOperation(),
                person,
                notices.unread(person),
                product == null ? lastProduct(person) : product,
                null,
                List.of(),
                PAGES,
                "");
    }

    /** The tab of the view that is open leads to all of it. */
    private static ViewTab tab(
            View view, boolean isOpen, Product product, Optional<LastPlace.Place> place) {
        var url = isOpen ? url(view, product, place) : resumed(view, product, place);
        return new ViewTab(view.label(), url, isOpen);
    }

    private static String url(View view, Product product, Optional<LastPlace.Place> place) {
        var query = place.map(one -> one.query(view)).orElse("");
        return view.url(product.code()) + (query.isEmpty() ? "" : "?" + query);
    }

    /** What the address does not say is as it was there last. */
    private static String resumed(View view, Product product, Optional<LastPlace.Place> place) {
        var url = url(view, product, place);
        return url.contains("?") ? url + "&" + LastQuery.RESUMED + "=yes" : url;
    }

    private Frame frame(
            String title,
            long operation,
            SignedIn person,
            long unread,
            @Nullable Product product,
            @Nullable List<StageStep> stages,
            List<ViewTab> tabs,
            List<String> styles,
            String script) {
        var choices = keeper.seenBy(person).products().stream().map(Frames::choice).toList();
        return new Frame(
                title,
                person.name(),
                new Person(person.handle(), person.name()).initials(),
                product == null ? person.role().label() : person.roleIn(product.code()).label(),
                product == null ? null : choice(product),
                choices,
                product == null
                        ? List.of()
                        : stages == null ? stages(product, null, Optional.empty()) : stages,
                tabs,
                person.may(Permission.START_PRODUCTS),
                person.may(Permission.ADMINISTER),
                product != null && person.mayIn(product.code(), Permission.WORK),
                product != null && person.mayIn(product.code(), Permission.SHAPE),
                unread,
                operation,
                themes.current(),
                styles,
                script,
                person.may(Permission.WORK)
                        ? demo.stream().map(DemoMenu::today).findFirst().orElse("")
                        : "");
    }

    /** The one last looked at, or any; null where there is none. */
    private @Nullable Product lastProduct(SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return last.code()
                .flatMap(snapshot::findProduct)
                .or(() -> snapshot.products().stream().findFirst())
                .orElse(null);
    }

    private List<StageStep> stages(
            Product product, @Nullable Stage current, Optional<LastPlace.Place> place) {
        return Arrays.stream(Stage.values())
                .map(stage ->
                        new StageStep(
                                stage.label(),
                                resumed(views.of(stage), product, place),
                                stage == current))
                .toList();
    }

    private static ProductChoice choice(Product product) {
        return new ProductChoice(product.code(), product.name(), View.LADDER.url(product.code()));
    }
}
