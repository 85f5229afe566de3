package greenladder.flow;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import greenladder.core.flow.Past;
import greenladder.core.snapshot.HiddenScope;
import greenladder.flow.RestrictedPast.FoldedPart;
import greenladder.flow.RestrictedPast.PartOf;
import greenladder.log.ChangeLog;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The past, as each reader sees it: one fold of the log that all share, and beside it for whoever
 * does not see everything the parts with something hidden in them. Kept in memory; the log is the
 * truth.
 */
@Component
public class ItemPasts {
    /** The pasts of so many kinds of sight are kept, those that were asked for last. */
    private static final int MOST_RESTRICTED = 200;

    /** About what one item takes in a fold: its moments, and its place in the tree. */
    private static final int BYTES_OF_ONE = 1_000;

    private static final int PART_OF_MEMORY = 10;

    private final SnapshotKeeper keeper;
    private final SharedPast shared;
    private final LoadingCache<HiddenScope, RestrictedPast> restricted;

    ItemPasts(ChangeLog log, SnapshotKeeper keeper) {
        this.keeper = keeper;
        shared = new SharedPast(log, keeper);
        Cache<PartOf, FoldedPart> parts =
                Caffeine.newBuilder()
                        .maximumWeight(
                                Runtime.getRuntime().maxMemory() / PART_OF_MEMORY / BYTES_OF_ONE)
                        .weigher((PartOf part, FoldedPart folded) -> folded.members().size() + 1)
                        .build();
        restricted =
                Caffeine.newBuilder()
                        .maximumSize(MOST_RESTRICTED)
                        .build(hiddenScope ->
                                new RestrictedPast(hiddenScope, shared, parts, log, keeper));
    }

    @EventListener(ApplicationReadyEvent.class)
    void warm() {
        Thread.ofVirtual().name("past").start(() -> shared.read((any, answers) -> true));
    }

    /**
     * Asks the past, up to the last operation that everybody sees. Questions change nothing, so
     * that several are answered at once, and one may be put twice.
     */
    public <T> T read(SignedIn reader, Function<Past, T> question) {
        return asked(reader, (past, answers) -> question.apply(past));
    }

    /**
     * The same for what takes long, answered once until something happens of what the past is made
     * of.
     *
     * @param asked names the question, with all else that the answer rests on; equal names, equal
     *     answers
     */
    @SuppressWarnings("unchecked")
    public <T extends Object> T kept(SignedIn reader, Object asked, Function<Past, T> question) {
        return asked(
                reader,
                (past, answers) -> {
                    var known = answers.getIfPresent(asked);
                    if (known != null) {
                        return (T) known;
                    }
                    var answer = question.apply(past);
                    answers.put(asked, answer);
                    return answer;
                });
    }

    private <T> T asked(SignedIn reader, BiFunction<Past, Cache<Object, Object>, T> question) {
        var hiddenScope = SnapshotKeeper.hiddenScopeOf(reader, keeper.whole());
        return hiddenScope.isClear()
                ? shared.read(question)
                : restricted.get(hiddenScope).read(question);
    }
}
