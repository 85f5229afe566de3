package greenladder.demo;

import greenladder.demo.DemoContent.Rhythm;
import greenladder.demo.DemoOutline.Entry;
import java.util.ArrayList;
import java.util.List;

/**
 * Lays a team's stories out over its sprints, in the order in which they stand: what is done into
 * the closed ones by their shares and a last part into the current one, with what is under way and
 * the first that are ready.
 *
 * @param planned by sprint, from 1
 */
record DemoSprints(List<List<Story>> planned, List<List<Entry>> takenOut) {
    private static final int DONE_IN_CURRENT = 3;
    private static final int READY_IN_CURRENT = 2;

    /**
     * A story in the sprint in which it was last.
     *
     * @param place among the sprint's stories, from 0
     * @param carried whether it was begun in the sprint before
     * @param added whether it came after the start
     */
    record Story(Entry entry, int sprint, int place, boolean carried, boolean added) {}

    static DemoSprints of(List<Entry> stories, Rhythm rhythm) {
        var done = stories.stream().filter(entry -> entry.state().equals("done")).toList();
        var closed = done.subList(0, Math.max(0, done.size() - DONE_IN_CURRENT));
        var shares = shares(closed, rhythm.share());
        var current = new ArrayList<>(done.subList(closed.size(), done.size()));
        stories.stream()
                .filter(entry -> List.of("under-way", "in-test").contains(entry.state()))
                .forEach(current::add);
        stories.stream()
                .filter(entry -> entry.state().equals("ready"))
                .limit(READY_IN_CURRENT)
                .forEach(current::add);
        shares.add(current);
        var planned = new ArrayList<List<Story>>();
        for (int i = 0; i < shares.size(); i++) {
            planned.add(stories(shares.get(i), i + 1, rhythm));
        }
        return new DemoSprints(planned, takenOut(stories, rhythm));
    }

    private static List<Story> stories(List<Entry> entries, int sprint, Rhythm rhythm) {
        int carried = sprint == 1 ? 0 : rhythm.carried().get(sprint - 2);
        int added = sprint > DemoCalendar.CLOSED ? 1 : rhythm.added().get(sprint - 1);
        var stories = new ArrayList<Story>();
        for (int place = 0; place < entries.size(); place++) {
            stories.add(
                    new Story(
                            entries.get(place),
                            sprint,
                            place,
                            place < carried,
                            place >= carried && place >= entries.size() - added));
        }
        return stories;
    }

    /** Cuts stories into parts whose points are to each other as the shares. */
    private static List<List<Entry>> shares(List<Entry> stories, List<Integer> shares) {
        int points = stories.stream().mapToInt(Entry::points).sum();
        int whole = shares.stream().mapToInt(Integer::intValue).sum();
        var parts = new ArrayList<List<Entry>>();
        int next = 0;
        int taken = 0;
        int upTo = 0;
        for (int share : shares) {
            upTo += share;
            var part = new ArrayList<Entry>();
            while (next < stories.size() && taken < (long) points * upTo / whole) {
                taken += stories.get(next).points();
                part.add(stories.get(next++));
            }
            parts.add(part);
        }
        return parts;
    }

    /** What was committed to and taken out again: sized work that is still to do. */
    private static List<List<Entry>> takenOut(List<Entry> stories, Rhythm rhythm) {
        var waiting =
                new ArrayList<>(
                        stories.stream()
                                .filter(entry ->
                                        entry.state().equals("to-do")
                                                && entry.fields().containsKey("size")
                                                && !entry.fields().containsKey("blocked"))
                                .toList());
        var out = new ArrayList<List<Entry>>();
        for (int count : rhythm.takenOut()) {
            var some = new ArrayList<Entry>();
            for (int i = 0; i < count && !waiting.isEmpty(); i++) {
                some.add(waiting.removeFirst());
            }
            out.add(some);
        }
        return out;
    }
}
