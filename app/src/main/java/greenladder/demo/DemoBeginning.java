package greenladder.demo;

import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.people.Tokens;
import greenladder.setup.ProductSetup;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The people and products of the sample workspace, on its first day. */
@Component
@Profile("demo")
class DemoBeginning {
    private final People people;
    private final Tokens tokens;
    private final ProductSetup products;
    private final DemoClock clock;

    /**
     * What a sample workspace is made of.
     *
     * @param now when the demo was started
     */
    record FirstDay(DemoContent content, DemoCalendar calendar, Instant now) {
        Instant morning() {
            return DemoCalendar.at(calendar.firstDay(), 0);
        }
    }

    DemoBeginning(People people, Tokens tokens, ProductSetup products, DemoClock clock) {
        this.people = people;
        this.tokens = tokens;
        this.products = products;
        this.clock = clock;
    }

    /**
     * Writes it once: a demo that keeps its data finds it again.
     *
     * @return empty where the workspace was there already
     */
    Optional<FirstDay> write() {
        if (!people.isEmpty()) {
            return Optional.empty();
        }
        var now = clock.instant();
        var calendar = new DemoCalendar(LocalDate.ofInstant(now, ZoneOffset.UTC));
        var first = new FirstDay(DemoContent.read(), calendar, now);
        clock.goTo(first.morning());
        addPeople(first.content());
        first.content()
                .products()
                .forEach(product ->
                        products.start(
                                SignedIn.SYSTEM,
                                product.code(),
                                product.name(),
                                StandardLevels.six(),
                                false));
        clock.goTo(now);
        return Optional.of(first);
    }

    private void addPeople(DemoContent content) {
        var samples = new LinkedHashMap<Person, Role>();
        content.people()
                .forEach(one -> samples.put(new Person(one.handle(), one.name()), one.role()));
        people.addSamples(samples, "sea and sound");
        tokens.add("demo-token", "ines.rowe", "For trying things out");
    }
}
