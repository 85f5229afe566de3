package greenladder.frame;

/** What the page around a view says of the demo; only there in the demo. */
public interface DemoMenu {
    /** Which day it is in the demo, in words. */
    String today();
}
